import { JSDOM } from 'jsdom';

/**
 * A window for hooks to run in, beside Node’s own clock, network and clones: the whole environment of a browser would
 * take those away. Imported before React is, in a file that tells Jest to leave globals alone (globalsCleanup).
 */
const { window } = new JSDOM('<!doctype html><body></body>', { url: 'http://127.0.0.1/', pretendToBeVisual: true });
const NAMES = ['document', 'navigator', 'HTMLElement', 'HTMLFormElement', 'Event', 'MutationObserver'] as const;
const put = (name: string, value: unknown) =>
  Object.defineProperty(globalThis, name, { configurable: true, writable: true, value });
put('window', window);
for (const name of NAMES) put(name, window[name]);
// Nothing has a size here, so none changes.
put(
  'ResizeObserver',
  class {
    observe() {}
    unobserve() {}
    disconnect() {}
  },
);
put('IS_REACT_ACT_ENVIRONMENT', true);
