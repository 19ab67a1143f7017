'use client';

import { useEffect } from 'react';
import { useDevice } from './DeviceProvider';
import { keepPage } from './offline';
import { holds, store } from './store';

/** Keeps the page it stands on, so that it opens as it last was when there is no network. */
export function KeepPage({ path, minutes }: { path: '/yard' | '/waiting'; minutes: number }) {
  const { ready, hand } = useDevice();
  useEffect(() => {
    if (ready) void keepPage(path, minutes, () => holds(store(), hand)).catch(() => {});
  }, [ready, path, minutes, hand]);
  return null;
}
