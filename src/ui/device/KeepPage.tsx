'use client';

import { useEffect } from 'react';
import { useDevice } from './DeviceProvider';
import { keepPage } from './offline';

/** Keeps the page it stands on, so that it opens as it last was when there is no network. */
export function KeepPage({ path }: { path: '/yard' | '/waiting' }) {
  const { ready } = useDevice();
  useEffect(() => {
    if (ready) void keepPage(path).catch(() => {});
  }, [ready, path]);
  return null;
}
