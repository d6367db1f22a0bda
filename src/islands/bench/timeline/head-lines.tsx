import { memo } from 'react';
import { drivenBy } from '../../../core/scene';
import type { Composition } from '../../../core/model';
import { firstRows } from './rows/build-rows';
import type { Row } from './rows/row';

/** From the middle of a leader's row to those of what follows it or what it drives, in pixels of the list. */
type HeadLine = { readonly is: 'follows' | 'drives'; readonly leader: string; readonly from: number; readonly to: readonly number[]; readonly lane: number };

const INKS = { follows: 'var(--color-sky)', drives: 'var(--color-chalk)' } as const;

/** Lines beside each other before they share one. */
const LANES = 3;

/** One line for each leader in the list, to all its followers there, and one for each layer that formulas read, to those that it drives. */
export function headLines(rows: readonly Row[], composition: Composition): readonly HeadLine[] {
  const layers = firstRows(rows);
  const middle = new Map(layers.map((row) => [row.layer.id, row.top + Math.min(row.height, 27) / 2]));
  const drivers = drivenBy(composition);
  const lines = { follows: new Map<string, number[]>(), drives: new Map<string, number[]>() };
  const lead = (is: HeadLine['is'], leader: string, layer: string) => {
    if (middle.has(leader)) (lines[is].get(leader) ?? lines[is].set(leader, []).get(leader)!).push(middle.get(layer)!);
  };
  for (const { layer } of layers) {
    if (layer.parent !== null) lead('follows', layer.parent, layer.id);
    for (const driver of drivers.get(layer.id) ?? []) lead('drives', driver, layer.id);
  }
  return (['follows', 'drives'] as const).flatMap((is) => [...lines[is]].map(([leader, to]) => ({ is, leader, from: middle.get(leader)!, to }))).map((line, i) => ({ ...line, lane: i % LANES }));
}

type Props = { readonly lines: readonly HeadLine[]; readonly height: number; /** What is in sight of the list, in its pixels. */ readonly above: number; readonly below: number };

/** What follows what and what drives what, as thin lines at the left of the heads: a dot at the leader, a hook at each that it leads. */
export const HeadLines = memo(function HeadLines({ lines, height, above, below }: Props) {
  return (
    <svg aria-hidden="true" width="10" height={height} className="pointer-events-none absolute top-0 left-0 z-[1]">
      {lines.map(({ is, leader, from, to, lane }) => {
        const x = 2 + lane * 2;
        const [top, bottom] = [Math.min(from, ...to), Math.max(from, ...to)];
        // Of thousands only those in sight are drawn.
        if (bottom < above || top > below) return null;
        return (
          <g key={`${is} ${leader}`} fill="none" stroke={INKS[is]} strokeOpacity="0.75">
            <path d={`M${x} ${top}V${bottom}${to.filter((y) => y >= above && y <= below).map((y) => `M${x} ${y}H9`).join('')}`} />
            <circle cx={x} cy={from} r="1.75" fill={INKS[is]} stroke="none" />
          </g>
        );
      })}
    </svg>
  );
});
