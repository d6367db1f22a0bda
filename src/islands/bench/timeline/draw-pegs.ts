import { keyName } from '../../../core/commands';
import { INK } from './inks';
import { keyNames, type Peg } from './pegs';
import { frameOf, xOf } from './scale';
import { slidBy } from './shift';
import type { TracksLook } from './tracks-look';

/** Pegs nearer to one another than this, in pixels, would be one block. */
const TOUCHING = 2;
/** Narrower than this, the line after a peg says nothing: a held one has a foot instead. */
const ROOM_FOR_LINE = 14;

/** Pegs of one layer, those of the selection outlined; `lined` where the motion between them is drawn too. */
export function drawPegs(to: CanvasRenderingContext2D, { view, width, shift, selection }: TracksLook, layer: string, pegs: readonly Peg[], top: number, height: number, lined: boolean): void {
  const chosen = keyNames(selection.keys);
  const slid = slidBy(layer, shift);
  // Of a great many pegs only those in sight, and those that may be dragged into it, are looked at.
  const reach = Math.abs(shift?.by ?? 0) + 5 / view.pixelsPerFrame;
  const [first, last] = [firstFrom(pegs, frameOf(0, view) - reach), firstFrom(pegs, frameOf(width, view) + reach)];
  let before = -Infinity;
  for (let i = first; i < last; i++) {
    const { at, refs, held, jumps } = pegs[i]!;
    const by = shift && shift.keys.size > 0 && refs.some((ref) => shift.keys.has(keyName(ref))) ? shift.by : slid;
    const x = Math.round(xOf(at + by, view));
    if (x < -4 || x > width + 4) continue;
    const selected = chosen.size > 0 && refs.some((ref) => chosen.has(keyName(ref)));
    // Pegs on one another say no more than one of them.
    if (x - before < TOUCHING && !selected) continue;
    before = x;
    const next = pegs[i + 1];
    const foot = held && (!lined || (next !== undefined && xOf(next.at, view) - x < ROOM_FOR_LINE));
    to.fillStyle = INK.amber;
    to.beginPath();
    // What arrives on one value and leaves from another is in two halves, the first lower.
    if (jumps) {
      to.roundRect(x - 3.5, top + 2, 3, height - 2, 1.5);
      to.roundRect(x + 0.5, top, 3, height - 2, 1.5);
    } else to.roundRect(x - 2.5, top, 5, height, 2);
    if (foot) to.rect(x + 2, top + height - 2.5, 4, 2.5);
    to.fill();
    if (!selected) continue;
    to.strokeStyle = INK.paper;
    to.lineWidth = 1.5;
    to.stroke();
  }
}

/** The first peg at or after a frame; as many as there are when none is. */
function firstFrom(pegs: readonly Peg[], frame: number): number {
  let [low, high] = [0, pegs.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pegs[middle]!.at < frame) low = middle + 1;
    else high = middle;
  }
  return low;
}
