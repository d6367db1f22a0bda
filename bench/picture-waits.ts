import type { Page } from 'playwright-core';
import type { Figure } from './seeded';

/** Counts from now on, for each move of the pointer, the frames of the page that began until a picture was painted: by the clock of the worker that paints it, as the page may hear of it later than it is on the screen. */
export async function countWaits(page: Page): Promise<void> {
  await page.evaluate(() => {
    const canvas = document.querySelector<HTMLElement>('[aria-label=Picture] canvas')!;
    let frames: number[] = [];
    const count = () => { frames.push(performance.now()); requestAnimationFrame(count); };
    requestAnimationFrame(count);
    const waits: number[] = [];
    let asked: number | null = null;
    Object.assign(window, { waits });
    window.addEventListener('pointermove', () => {
      if (asked !== null) return;
      asked = performance.now();
      frames = [];
    }, true);
    new MutationObserver(() => {
      const painted = Number(canvas.dataset['shownAt']) - performance.timeOrigin;
      // A picture of before the move does not answer it.
      if (asked === null || painted < asked) return;
      waits.push(frames.filter((frame) => frame <= painted).length);
      asked = null;
    }).observe(canvas, { attributes: true, attributeFilter: ['data-shown'] });
  });
}

/** Forgets what was counted so far. */
export async function forgetWaits(page: Page): Promise<void> {
  await page.evaluate(() => void ((window as unknown as { waits: number[] }).waits.length = 0));
}

/** What was counted, against nine moves of ten that are seen within the next frame. */
export async function waitsOf(page: Page, what: string): Promise<Figure> {
  const waits = await page.evaluate(() => (window as unknown as { waits: number[] }).waits);
  const soon = waits.filter((wait) => wait <= 1).length;
  return { what: `${what}, 1280 × 800: moves whose picture is painted within the next frame of the page`, measured: `${soon} of ${waits.length} (frames waited: ${[0, 1, 2, 3].map((n) => `${n}: ${waits.filter((wait) => wait === n).length}`).join(', ')}, more: ${waits.filter((wait) => wait > 3).length})`, bar: 'nine in ten', held: waits.length >= 20 && soon >= waits.length * 0.9 };
}
