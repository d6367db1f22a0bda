import { memo } from 'react';
import { firstRows } from './rows/build-rows';
import type { Row } from './rows/row';

/** From the middle of a leader's row to those of its followers, in pixels of the list. */
type FollowLine = { readonly leader: string; readonly from: number; readonly to: readonly number[]; readonly lane: number };

/** Lines beside each other before they share one. */
const LANES = 3;

/** One line for each leader in the list, to all its followers there. */
export function followLines(rows: readonly Row[]): readonly FollowLine[] {
  const layers = firstRows(rows);
  const middle = new Map(layers.map((row) => [row.layer.id, row.top + Math.min(row.height, 27) / 2]));
  const followers = new Map<string, number[]>();
  for (const { layer } of layers) if (layer.parent !== null && middle.has(layer.parent)) (followers.get(layer.parent) ?? followers.set(layer.parent, []).get(layer.parent)!).push(middle.get(layer.id)!);
  return [...followers].map(([leader, to], i) => ({ leader, from: middle.get(leader)!, to, lane: i % LANES }));
}

/** What follows what, as thin lines at the left of the heads: a dot at the leader, a hook at each follower. */
export const FollowLines = memo(function FollowLines({ links, height }: { readonly links: readonly FollowLine[]; readonly height: number }) {
  return (
    <svg aria-hidden="true" width="10" height={height} className="pointer-events-none absolute top-0 left-0 z-[1]">
      {links.map(({ leader, from, to, lane }) => {
        const x = 2 + lane * 2;
        const [top, bottom] = [Math.min(from, ...to), Math.max(from, ...to)];
        return (
          <g key={leader} fill="none" stroke="var(--color-sky)" strokeOpacity="0.75">
            <path d={`M${x} ${top}V${bottom}${to.map((y) => `M${x} ${y}H9`).join('')}`} />
            <circle cx={x} cy={from} r="1.75" fill="var(--color-sky)" stroke="none" />
          </g>
        );
      })}
    </svg>
  );
});
