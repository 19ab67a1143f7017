'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { DropdownMenu } from 'radix-ui';
import { Menu, Moon, Sun } from 'lucide-react';
import { useTransition } from 'react';
import { setTheme, setUnits, signOut } from '@/server/actions/session';
import { Brand } from './Brand';
import { useDevice } from './device/DeviceProvider';
import { forgetPages } from './device/offline';
import { leave as leaveDevice, store } from './device/store';

interface Props {
  shop: string;
  where: string;
  person: { name: string; role: string };
  metric: boolean;
  dark: boolean;
}

/** The strip on top of every page: where one is, the units looked at, who is signed in. */
export function Header({ shop, where, person, metric, dark }: Props) {
  const router = useRouter();
  const [, start] = useTransition();
  const { waiting, hand } = useDevice();
  const here = waiting.filter((w) => w.state === 'here').length;
  /** What is open here is forgotten with the person; what they filed stays for them. */
  const leave = async () => {
    // A browser that keeps nothing (private window, full disk) is signed out all the same.
    await forgetPages(() => leaveDevice(store(), hand)).catch(() => {});
    await signOut();
  };
  // Without network it stays as it is: the server keeps the choice.
  const after = (done: Promise<unknown>) => start(() => void done.then(() => router.refresh()).catch(() => {}));
  const unit = (name: 'in' | 'mm', on: boolean) => (
    <button
      type="button"
      aria-pressed={on}
      onClick={() => after(setUnits(name))}
      className={`fig min-h-12 min-w-12 ${on ? 'font-bold underline decoration-2 underline-offset-4' : 'text-pencil'}`}
    >
      {name}
    </button>
  );
  return (
    <header className="flex min-h-14 items-center gap-4 border-b border-rule bg-panel px-5 max-sm:gap-1 max-sm:px-3">
      <Link prefetch={false} href="/yard" className="flex min-h-12 items-center">
        <Brand />
      </Link>
      <p className="min-w-0 flex-1 truncate text-pencil max-sm:hidden">{where || shop}</p>
      <span className="flex max-sm:ml-auto" role="group" aria-label="Units">
        {unit('in', !metric)}
        {unit('mm', metric)}
      </span>
      <button
        type="button"
        className="min-h-12 min-w-12 text-pencil"
        onClick={() => after(setTheme(dark ? 'day' : 'bay'))}
        aria-label={dark ? 'Day colours' : 'Dark bay colours'}
      >
        {dark ? <Sun className="mx-auto size-5" /> : <Moon className="mx-auto size-5" />}
      </button>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="btn fig px-4">
          {person.name}
          <Menu className="size-4" aria-hidden />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="z-20 min-w-56 rounded-[3px] border border-graphite bg-panel p-1"
          >
            <DropdownMenu.Label className="px-3 py-2 text-sm text-pencil">
              {person.role} · {shop}
            </DropdownMenu.Label>
            {[
              ['/yard', 'Yard'],
              ['/limits', 'Limits'],
              ['/kits', 'Kits'],
              ['/tyres', 'Tyres and grades of fit'],
              ['/bring-in', 'Bring in a job file'],
              ['/waiting', here > 0 ? `On this tablet: ${here}` : 'On this tablet'],
              ['/verify', 'Verify a sheet'],
              ...(person.role === 'owner'
                ? [
                    ['/members', 'Members'],
                    ['/audit', 'Who did what'],
                  ]
                : []),
              ['/me', 'My sign-in and PIN'],
            ].map(([href, label]) => (
              <DropdownMenu.Item key={href} asChild>
                <Link
                  prefetch={false}
                  href={href ?? '/'}
                  className="flex min-h-12 items-center rounded-[3px] px-3 data-highlighted:bg-paper"
                >
                  {label}
                </Link>
              </DropdownMenu.Item>
            ))}
            <DropdownMenu.Item asChild>
              <Link
                prefetch={false}
                href="/person"
                className="flex min-h-12 items-center rounded-[3px] border-t border-rule px-3 data-highlighted:bg-paper"
              >
                Change person
              </Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={() => void leave().catch(() => {})}
              className="flex min-h-12 items-center rounded-[3px] border-t border-rule px-3 data-highlighted:bg-paper"
            >
              {here > 0 ? `Sign out (${here} stay here for you)` : 'Sign out'}
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </header>
  );
}
