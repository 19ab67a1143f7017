'use client';

import { useSyncExternalStore, type ReactNode } from 'react';

const never = () => () => {};

/**
 * The fields of a form that the page itself sends. Until the page's code runs they take nothing: what was typed or
 * pressed before would be lost, or sent as a plain form with everything in the address.
 */
export function LiveFields({
  children,
  disabled = false,
  className = 'contents',
}: {
  children: ReactNode;
  disabled?: boolean;
  className?: string;
}) {
  const live = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  return (
    <fieldset disabled={disabled || !live} className={className}>
      {children}
    </fieldset>
  );
}
