import 'server-only';
import { disposition } from './disposition';

/** A file to save: named, typed, never cached by anything between. */
export const download = (body: BodyInit, name: string, type: string): Response =>
  new Response(body, {
    headers: {
      'Content-Type': type,
      'Content-Disposition': disposition(name),
      'Cache-Control': 'private, no-store',
      'X-Content-Type-Options': 'nosniff',
    },
  });
