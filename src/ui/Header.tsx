'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { Menu, Moon, Sun } from 'lucide-react';
import { lazy, Suspense, useState, useTransition } from 'react';
import { setTheme, setUnits, signOut } from '@/server/actions/session';
import { Brand } from './Brand';
import { useDevice } from './device/DeviceProvider';
import { LinkBar } from './device/LinkBar';
import { forgetPages } from './device/offline';
import { leave as leaveDevice, store } from './device/store';

/** Opened by few of those who see the page: what it is made of is loaded with the first touch. */
const loadMenu = () => import('./HeaderMenu');
const HeaderMenu = lazy(() => loadMenu().then((m) => ({ default: m.HeaderMenu })));

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
  const [menu, setMenu] = useState(false);
  const button = (
    <button
      type="button"
      className="btn fig px-4"
      aria-haspopup="menu"
      aria-expanded={false}
      onPointerEnter={() => void loadMenu().catch(() => {})}
      onFocus={() => void loadMenu().catch(() => {})}
      onClick={() => setMenu(true)}
    >
      {person.name}
      <Menu className="size-4" aria-hidden />
    </button>
  );
  return (
    <header className="flex min-h-14 items-center gap-4 border-b border-rule bg-panel px-5 max-sm:gap-1 max-sm:px-3">
      <Link prefetch={false} href="/yard" className="flex min-h-12 items-center">
        <Brand />
      </Link>
      <p className="min-w-0 flex-1 truncate text-pencil max-sm:hidden">{where || shop}</p>
      <LinkBar />
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
      {menu ? (
        <Suspense fallback={button}>
          <HeaderMenu shop={shop} person={person} here={here} onLeave={() => void leave().catch(() => {})} />
        </Suspense>
      ) : (
        button
      )}
    </header>
  );
}
