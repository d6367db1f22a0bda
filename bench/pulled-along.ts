import type { Page } from 'playwright-core';
import { forgetWaits, waitsOf } from './picture-waits';
import type { Figure } from './seeded';

/** Presses at a point and pulls from there in forty moves: for each, the frames of the page until the picture that shows it is up. The waits are counted already. */
export async function pulledAlong(page: Page, what: string, at: { readonly x: number; readonly y: number }, down = 1): Promise<Figure> {
  await page.mouse.move(at.x, at.y);
  await page.waitForTimeout(300);
  await forgetWaits(page);
  await page.mouse.down();
  await page.waitForTimeout(200);
  for (let i = 1; i <= 40; i++) {
    await page.mouse.move(at.x + i * 2, at.y + i * down);
    await page.waitForTimeout(50);
  }
  await page.mouse.up();
  return waitsOf(page, what);
}
