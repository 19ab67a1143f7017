import contentDisposition from 'content-disposition';

/**
 * What a browser is told to save a file as. A name outside Latin-1 goes as RFC 8187 says, with a plain one beside it;
 * line breaks, other control characters and slashes, which no header or file name may hold, become spaces.
 */
export function disposition(name: string): string {
  const plain = name.replace(/[\p{Cc}\u2028\u2029/\\]+/gu, ' ').toWellFormed();
  return contentDisposition(plain, { type: 'attachment', fallback: plain.replace(/[^\x20-\x7e]+/g, '_') });
}
