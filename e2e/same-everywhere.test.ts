import path from 'node:path';
import { build } from 'esbuild';
import { expect, test } from 'vitest';
import { formulaSamples, type FormulaSamples } from '../tests/support/formula-samples';
import { openBrowser } from './browser';

test('chance is the same to the bit in Node, on a page and in a worker; all else within 1e-12', async () => {
  const entry = path.join(import.meta.dirname, '../tests/support/formula-samples.ts');
  const made = await build({ entryPoints: [entry], bundle: true, write: false, format: 'iife', globalName: 'samples', platform: 'browser' });
  const code = made.outputFiles[0]!.text;
  const browser = await openBrowser();
  try {
    const page = await browser.newPage();
    const onPage = (await page.evaluate(`${code}; samples.formulaSamples()`)) as FormulaSamples;
    const inWorker = (await page.evaluate((text) => new Promise((resolve, reject) => {
      const worker = new Worker(URL.createObjectURL(new Blob([`${text}; postMessage(samples.formulaSamples());`], { type: 'text/javascript' })));
      worker.onmessage = ({ data }) => resolve(data);
      worker.onerror = ({ message }) => reject(new Error(message));
    }), code)) as FormulaSamples;
    const here = formulaSamples();
    expect(here.chance.length).toBeGreaterThan(150);
    expect(here.others.length).toBeGreaterThan(40);
    for (const there of [onPage, inWorker]) {
      expect(there.chance).toEqual(here.chance);
      const apart = here.others.flatMap(({ formula, values }, i) => values.flatMap((value, n) => { const other = there.others[i]!.values[n]!; return Object.is(value, other) || Math.abs(value - other) <= 1e-12 * Math.max(1, Math.abs(value)) ? [] : [`${formula}: ${value}, ${other}`]; }));
      expect(apart).toEqual([]);
    }
  } finally {
    await browser.close();
  }
});
