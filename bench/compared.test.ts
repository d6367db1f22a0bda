import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { costOf, keptRows, worseThanKept } from './compared';

const row = (what: string, measured: string, bar = '≤ 5') => ({ what, measured, bar });

test('the page that is kept has figures to compare with', () => {
  const kept = keptRows(readFileSync('docs/benchmarks.md', 'utf8'));
  expect(kept.size).toBeGreaterThan(40);
  expect([...kept.values()].filter((one) => costOf(one) !== null).length).toBeGreaterThan(25);
});

test('less is better, whatever a figure is told in', () => {
  expect([row('a', 'ratio 4.5 (9.3 ms : 2.1 ms)'), row('b', '531 ms (553, 607)'), row('c', '37 of 39 (frames waited)', 'nine in ten'), row('d', 'none'), row('e', '0 of 1593; 0 (312 sent again)', '0; 0'), row('f', '3.3e-11'), row('g', '558 ms', 'told'), row('h', 'yes')].map(costOf)).toEqual([4.5, 531, 2, 0, 0, 3.3e-11, null, null]);
});

test('a tenth more is worse, less is not; what is new is compared with nothing', () => {
  const kept = keptRows('| what | measured | bar | |\n| --- | --- | --- | --- |\n| Splitting: 1600 layers against 400 | ratio 4.5 (9 ms : 2 ms) | ≤ 5 | held |\n| Tasks over 50 ms | none | none | held |\n');
  const worse = (...rows: readonly ReturnType<typeof row>[]) => worseThanKept(kept, rows).map(({ what }) => what);
  expect(worse(row('Splitting: 1600 layers against 400', 'ratio 4.9'), row('Tasks over 50 ms', 'none', 'none'), row('New', 'ratio 90'))).toEqual([]);
  expect(worse(row('Splitting: 1600 layers against 400', 'ratio 14.3'), row('Tasks over 50 ms', '2 (70 ms)', 'none'))).toEqual(['Splitting: 1600 layers against 400', 'Tasks over 50 ms']);
});
