import { createStore, useStore, type StoreApi } from 'zustand';
import type { Caught } from './guides';
import { CaughtLines } from './handles';
import type { Point } from './selection-box';

/** The pivot of another layer, in the composition. */
export type Target = { readonly layer: string; readonly name: string; readonly at: Point; readonly hot: boolean };

/** What a drag on the picture shows of itself: the number, the lines it caught, the rectangle it draws. They change at every move, and nothing else on the page need be drawn for it. */
export type DragSigns = { readonly told: string | null; readonly caught: readonly Caught[]; /** Pivots of other layers that what is dragged may be let go on, and the one that it is over. */ readonly targets: readonly Target[]; readonly marquee: readonly [left: number, top: number, right: number, bottom: number] | null };

export function createDragSigns(): StoreApi<DragSigns> {
  return createStore<DragSigns>(() => ({ told: null, caught: [], targets: [], marquee: null }));
}

type Props = { readonly signs: StoreApi<DragSigns> };

/** The lines that were caught and the rectangle, inside the picture's drawing. */
export function DragLines({ signs, toScreen, room }: Props & { readonly toScreen: (point: Point) => Point; readonly room: readonly [number, number] }) {
  const caught = useStore(signs, (state) => state.caught);
  const marquee = useStore(signs, (state) => state.marquee);
  const targets = useStore(signs, (state) => state.targets);
  return (
    <>
      <CaughtLines caught={caught} toScreen={toScreen} room={room} />
      {targets.map(({ layer, at, hot }) => { const [x, y] = toScreen(at); return <circle key={layer} data-target={layer} cx={x} cy={y} r={hot ? 10 : 7} fill="var(--color-sky)" fillOpacity={hot ? 0.5 : 0.18} stroke="var(--color-sky)" strokeWidth={hot ? 2 : 1.25} />; })}
      {marquee && <rect x={Math.min(marquee[0], marquee[2])} y={Math.min(marquee[1], marquee[3])} width={Math.abs(marquee[2] - marquee[0])} height={Math.abs(marquee[3] - marquee[1])} fill="var(--color-leaf)" fillOpacity="0.12" stroke="var(--color-leaf)" />}
    </>
  );
}

/** What the drag comes to, in words. */
export function DragWords({ signs }: Props) {
  const told = useStore(signs, (state) => state.told);
  return told === null ? null : <output className="absolute bottom-2 left-1/2 -translate-x-1/2 rounded-md bg-ground/90 px-2.5 py-1 font-mono text-[12px] whitespace-nowrap">{told}</output>;
}
