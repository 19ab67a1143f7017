'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';

/** Works the hash of a sheet's file in the browser; the file itself goes nowhere. */
export function VerifyFile() {
  const router = useRouter();
  const [wrong, setWrong] = useState('');
  const hash = async (file: File | undefined) => {
    if (!file) return;
    if (!globalThis.crypto?.subtle) return setWrong('This page is not served over TLS: the browser works no hashes.');
    if (file.size > 20_000_000) return setWrong(`${file.name} is larger than 20 MB: not a sheet.`);
    const sum = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
    const text = [...new Uint8Array(sum)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
    setWrong('');
    router.push(`/verify?sha256=${text}`);
  };
  return (
    <label className="field">
      Or the signed sheet’s file
      <input type="file" accept="application/json,.json" onChange={(e) => void hash(e.target.files?.[0])} />
      {wrong && (
        <span role="alert" className="wrong">
          {wrong}
        </span>
      )}
    </label>
  );
}
