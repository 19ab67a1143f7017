'use client';

import { setNonce } from 'get-nonce';

/** A dialog that keeps the page behind it from scrolling adds a style sheet: with this page's nonce it is let in. */
export function StyleNonce() {
  if (typeof document !== 'undefined') {
    const nonce = document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce;
    if (nonce) setNonce(nonce);
  }
  return null;
}
