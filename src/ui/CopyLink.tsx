'use client';

import { Check, Copy } from 'lucide-react';
import { useState, useSyncExternalStore } from 'react';

const never = () => () => {};

/** An address to hand on, whole, with a button that copies it. */
export function CopyLink({ path, hint }: { path: string; hint: string }) {
  const origin = useSyncExternalStore(
    never,
    () => location.origin,
    () => '',
  );
  const [copied, setCopied] = useState(false);
  const address = `${origin}${path}`;
  return (
    <div className="space-y-2 border border-graphite bg-panel p-3">
      <label className="field">
        {hint}
        <input readOnly value={address} className="fig text-sm" onFocus={(e) => e.target.select()} />
      </label>
      <button
        type="button"
        className="btn"
        onClick={() => void navigator.clipboard?.writeText(address).then(() => setCopied(true))}
      >
        {copied ? <Check className="size-5" aria-hidden /> : <Copy className="size-5" aria-hidden />}
        {copied ? 'Copied' : 'Copy'}
      </button>
    </div>
  );
}
