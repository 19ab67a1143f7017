'use client';

import type { ComponentProps, MouseEvent } from 'react';

/** Goes to another room of the same job without asking the server for anything. */
export function goTo(href: string, { instead = false } = {}): void {
  if (instead) window.history.replaceState(null, '', href);
  else window.history.pushState(null, '', href);
  const [, part] = href.split('#');
  const there = part ? document.getElementById(part) : null;
  if (there) there.scrollIntoView();
  else window.scrollTo(0, 0);
}

/** A link within a job. It is a real link (it can be copied, and opened in a tab), but needs no network to follow. */
export function RoomLink({ href, onClick, children, ...rest }: ComponentProps<'a'> & { href: string }) {
  const follow = (event: MouseEvent<HTMLAnchorElement>) => {
    onClick?.(event);
    if (event.defaultPrevented || event.button !== 0) return;
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    goTo(href);
  };
  return (
    <a href={href} onClick={follow} {...rest}>
      {children}
    </a>
  );
}
