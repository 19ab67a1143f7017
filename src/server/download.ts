import 'server-only';
import contentDisposition from 'content-disposition';

/**
 * A file to save: named, typed, never cached by anything between. A name outside Latin-1 goes as RFC 8187 says, with a
 * plain one beside it; what no header may hold is left out of it.
 */
export const download = (body: BodyInit, name: string, type: string): Response =>
  new Response(body, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': disposition(name),
      'Cache-Control': 'private, no-store',
      'X-Content-Type-Options': 'nosniff',
    },
  });

const disposition = (name: string): string => {
  const plain = name.replace(/[\p{Cc}\u2028\u2029/\\]+/gu, ' ').toWellFormed();
  return contentDisposition(plain, { type: 'attachment', fallback: plain.replace(/[^\x20-\x7e]+/g, '_') });
};
