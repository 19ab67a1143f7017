import { parentPort } from 'node:worker_threads';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter';
import { sheetPdf } from './sheetPdf';
import { trimPdf } from './trimPdf';
import { trimOf } from './trimOf';

/** What is drafted off the server's own thread: each of these takes seconds, in which nobody else would be answered. */
const api = { sheetPdf, trimPdf, trimOf };
export type Drafting = typeof api;

if (parentPort) expose(api, nodeEndpoint(parentPort));
