import type { Page } from 'playwright-core';
import { drag } from './browser';

type Point = { readonly x: number; readonly y: number };
type Modifiers = readonly ('Shift' | 'Control')[];

/** A person's hand at a page: clicks, drags, key presses and typed entries, each a gesture that is counted. */
export function handAt(page: () => Page) {
  let gestures = 0;
  const head = (name: string) => page().getByRole('grid', { name: 'Layers' }).getByRole('button', { name, exact: true });
  return {
    count: () => gestures,
    begin: () => { gestures = 0; },
    /** A gesture of another kind. */
    more: () => { gestures++; },
    click: async (name: string | RegExp, role: 'button' | 'menuitem' | 'option' | 'combobox' = 'button', options: { readonly modifiers?: ('Shift' | 'Control')[] } = {}) => { gestures++; await page().getByRole(role, { name, exact: typeof name === 'string' }).first().click(options); },
    field: async (label: string) => { gestures++; await page().getByLabel(label, { exact: true }).click(); },
    press: async (key: string) => { gestures++; await page().keyboard.press(key); },
    /** A typed entry, Enter and all. */
    type: async (text: string) => { gestures++; await page().keyboard.type(text); await page().keyboard.press('Enter'); },
    drag: async (from: Point, to: Point) => { gestures++; await drag(page(), from, to); },
    /** A layer, by its row. */
    pick: async (name: string, modifiers: Modifiers = []) => { gestures++; await head(name).click({ modifiers: [...modifiers] }); },
    head,
  };
}
