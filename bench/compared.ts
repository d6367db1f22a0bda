import type { Figure } from './seeded';

/** A row of docs/benchmarks.md: what was measured, what came of it, and what it was to be. */
export type Row = Pick<Figure, 'what' | 'measured' | 'bar'>;

/** A figure is worse that is more than this share above what was kept. */
const WORSE = 1.1;

/** The rows of all tables of a page, by what they measure. */
export function keptRows(page: string): ReadonlyMap<string, Row> {
  const rows = page.split('\n').flatMap((line): readonly Row[] => {
    const [, what, measured, bar] = /^\| (.+?) \| (.+?) \| (.+?) \| .*\|$/.exec(line) ?? [];
    return what === undefined || measured === undefined || bar === undefined || what === 'what' || what.startsWith('---') ? [] : [{ what, measured, bar }];
  });
  return new Map(rows.map((row) => [nameOf(row.what), row]));
}

/** Counts that are found out on the way are no part of what a row is called. */
function nameOf(what: string): string {
  return what.replace(/\([^)]*\)/g, '').replace(/\d[\d,.]*/g, '#').trim();
}

/** The number by which a figure is compared, of which less is better; null where there is none. */
export function costOf({ measured, bar }: Row): number | null {
  if (bar === 'told') return null;
  const ratio = /ratio (-?[\d.]+)/.exec(measured);
  if (ratio) return Number(ratio[1]);
  const share = /^(\d+) of (\d+)/.exec(measured);
  // So many of all that were as they should be: what is left counts.
  if (share) return /nine/.test(bar) ? Number(share[2]) - Number(share[1]) : Number(share[1]);
  if (/^none\b/.test(measured)) return 0;
  const plain = /^(-?[\d.]+(?:e-?\d+)?)/.exec(measured);
  return plain ? Number(plain[1]) : null;
}

/** What got worse by more than a tenth against what was kept, with both figures. */
export function worseThanKept(kept: ReadonlyMap<string, Row>, figures: readonly Row[]): readonly { readonly what: string; readonly was: string; readonly is: string }[] {
  return figures.flatMap((figure) => {
    const before = kept.get(nameOf(figure.what));
    const [was, is] = [before ? costOf(before) : null, costOf(figure)];
    // Nothing at all may become one; below that, a tenth of it.
    return before && was !== null && is !== null && is > Math.max(was * WORSE, was <= 0 ? 1 : 0) ? [{ what: figure.what, was: before.measured, is: figure.measured }] : [];
  });
}
