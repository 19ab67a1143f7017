import type { Page } from '@playwright/test';

declare global {
  interface Window {
    painted: number[];
  }
}

/**
 * Presses a key again and again in what has the focus, and answers the median time in ms from the key to the frame
 * that shows what it changed in `main`. A key that changes nothing counts for nothing.
 */
export async function keyToFrame(page: Page, key: string, times: number): Promise<{ median: number; counted: number }> {
  await page.evaluate(() => {
    window.painted = [];
    let watching: MutationObserver | null = null;
    const main = document.querySelector('main');
    if (!main) throw new Error('the page has no main part');
    window.addEventListener(
      'keydown',
      () => {
        const pressed = performance.now();
        // A key that changed nothing is given up when the next one comes.
        watching?.disconnect();
        const observer = new MutationObserver(() => {
          observer.disconnect();
          // A task of its own after the frame's callbacks runs once the frame was drawn.
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => window.painted.push(performance.now() - pressed);
            port2.postMessage(null);
          });
        });
        watching = observer;
        observer.observe(main, { subtree: true, childList: true, attributes: true, characterData: true });
      },
      { capture: true },
    );
  });
  for (let i = 0; i < times; i++) {
    await page.keyboard.press(key);
    // The next press comes when two frames were drawn, so that no two share one.
    await page.evaluate(
      () => new Promise<void>((drawn) => requestAnimationFrame(() => requestAnimationFrame(() => drawn()))),
    );
  }
  const all = await page.evaluate(() => window.painted);
  return { median: [...all].sort((a, b) => a - b)[all.length >> 1] ?? Infinity, counted: all.length };
}
