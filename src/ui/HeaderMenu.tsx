'use client';

import Link from 'next/link';
import { DropdownMenu } from 'radix-ui';
import { Menu } from 'lucide-react';

/** Where one can go, and how one leaves; it comes open, since it is loaded when it is asked for. */
export function HeaderMenu({
  shop,
  person,
  here,
  onLeave,
}: {
  shop: string;
  person: { name: string; role: string };
  /** How many filings wait on this tablet. */
  here: number;
  onLeave: () => void;
}) {
  return (
    <DropdownMenu.Root defaultOpen>
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
            ['/letters', 'Customer’s page'],
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
            onSelect={onLeave}
            className="flex min-h-12 items-center rounded-[3px] border-t border-rule px-3 data-highlighted:bg-paper"
          >
            {here > 0 ? `Sign out (${here} stay here for you)` : 'Sign out'}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
