import { timingOf } from '../../../../core/scene';
import type { Layer } from '../../../../core/model';
import { pieces } from '../../../../core/timing';
import { BARS, INK } from '../inks';
import { frameOf, xOf } from '../scale';
import { sharedEdges } from '../shared-edges';
import { shiftedSpans, slidBy } from '../shift';
import type { TracksLook } from '../tracks-look';

/** A layer's bar in each of its spans, with what moves inside a nest and where its loop turns; heights in coordinates of the list. */
export function drawLayerBar(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, top: number, height: number): void {
  const { view } = look;
  const selected = look.selection.layers.includes(layer.id);
  const inks = !layer.visible ? BARS.hidden : layer.kind === 'nest' ? BARS.nest : BARS.other;
  const slid = slidBy(layer.id, look.shift);
  for (const [from, until] of shiftedSpans(layer, look.shift)) {
    const [left, right] = [xOf(from, view), xOf(until, view)];
    if (right < 0 || left > look.width) continue;
    to.fillStyle = inks.fill;
    to.beginPath();
    to.roundRect(left, top, Math.max(2, right - left), height, 4);
    to.fill();
    to.save();
    to.clip();
    if (layer.kind === 'nest') {
      const own = slid === 0 ? look : { ...look, view: { ...view, from: view.from - slid } };
      drawRigid(to, own, layer, from - slid, until - slid, top, height);
      drawActivity(to, own, layer, from - slid, until - slid, top, height);
      drawTurns(to, own, layer, from - slid, until - slid, top, height);
    }
    to.restore();
    // What is drawn inside has outlines of its own.
    to.beginPath();
    to.roundRect(left, top, Math.max(2, right - left), height, 4);
    to.strokeStyle = selected ? INK.leaf : inks.edge;
    to.lineWidth = selected ? 1.5 : 1;
    to.stroke();
    for (const edge of [from, until]) if (sharedEdges(look.composition).has(edge)) drawShared(to, xOf(edge, view), top + height / 2);
    if (look.grip?.layer === layer.id) drawGrip(to, look, xOf(Math.max(from, 0), view), xOf(Math.min(until, look.composition.duration), view), top, height);
  }
}

/** The grip of an edge that layers share: two small wedges, point to point. */
function drawShared(to: CanvasRenderingContext2D, x: number, y: number): void {
  to.fillStyle = INK.paper;
  for (const side of [-1, 1]) {
    to.beginPath();
    to.moveTo(x + side * 1.5, y);
    to.lineTo(x + side * 5, y - 3);
    to.lineTo(x + side * 5, y + 3);
    to.fill();
  }
}

/** Where a nest shows rigid spans of its source: hatched. */
function drawRigid(to: CanvasRenderingContext2D, { project, composition, view, width }: TracksLook, layer: Layer, from: number, until: number, top: number, height: number): void {
  const { stack, source } = timingOf(project, composition, layer);
  if (!source || source.rigid.length === 0) return;
  to.strokeStyle = INK.bark;
  to.lineWidth = 1.25;
  let count = 0;
  for (const piece of pieces(stack.content, Math.max(from, frameOf(0, view)), Math.min(until, frameOf(width, view)))) {
    if (++count > 400 || piece.kind === 'held') continue;
    for (const [a, b] of source.rigid) {
      const [low, high] = [Math.max(a, Math.min(piece.start, piece.end)), Math.min(b, Math.max(piece.start, piece.end))];
      if (high <= low) continue;
      const frameFor = (s: number) => piece.from + ((s - piece.start) / (piece.end - piece.start)) * (piece.to - piece.from);
      const [left, right] = [xOf(frameFor(low), view), xOf(frameFor(high), view)].sort((one, other) => one - other) as [number, number];
      to.save();
      to.beginPath();
      to.rect(left, top, right - left, height);
      to.clip();
      to.beginPath();
      for (let x = Math.floor((left - height) / 6) * 6; x < right; x += 6) {
        to.moveTo(x, top + height);
        to.lineTo(x + height, top);
      }
      to.stroke();
      // Feet at its edges, where they are taken hold of.
      to.fillStyle = INK.bark;
      for (const edge of [left, right - 3]) to.fillRect(edge, top + height * 0.5, 3, height * 0.5);
      to.restore();
    }
  }
}

/** How much changes inside a nest, over the host's frames. */
function drawActivity(to: CanvasRenderingContext2D, { project, composition, view, width, activity }: TracksLook, layer: Layer, from: number, until: number, top: number, height: number): void {
  if (layer.kind !== 'nest') return;
  const counts = activity(layer.source);
  if (!counts) return;
  const most = counts.reduce((a, b) => Math.max(a, b), 0);
  const { stack, source } = timingOf(project, composition, layer);
  if (most === 0 || !source) return;
  to.fillStyle = 'rgba(163, 199, 109, 0.45)';
  const [left, right] = [Math.max(0, xOf(from, view)), Math.min(width, xOf(until, view))];
  const step = Math.max(2, view.pixelsPerFrame);
  let before: number | null = null;
  for (let x = left; x < right; x += step) {
    const at = stack.content.at(Math.floor(frameOf(x, view) + 1e-6));
    const moves = at >= 0 && at < source.D && at !== before;
    const count = moves ? (counts[Math.floor(at + source.offset)] ?? 0) : 0;
    before = at;
    if (count === 0) continue;
    const tall = 2 + (height - 8) * (count / most) * 0.7;
    to.fillRect(x, top + height - 1 - tall, Math.max(1, step - 1), tall);
  }
}

/** Where a loop turns: a notch in the bar. */
function drawTurns(to: CanvasRenderingContext2D, { project, composition, view, width }: TracksLook, layer: Layer, from: number, until: number, top: number, height: number): void {
  const [first, last] = [Math.max(from, frameOf(0, view)), Math.min(until, frameOf(width, view))];
  let count = 0;
  for (const piece of pieces(timingOf(project, composition, layer).stack.content, first, last)) {
    if (++count > 2000) return;
    if (!piece.jump) continue;
    to.fillStyle = INK.ground;
    to.fillRect(Math.round(xOf(piece.from, view)) - 1, top, 2, height);
  }
}

/** The grip under the pointer, lit before it is pressed: the upper half of an end trims, the lower stretches. */
function drawGrip(to: CanvasRenderingContext2D, { grip }: TracksLook, left: number, right: number, top: number, height: number): void {
  if (!grip) return;
  const x = grip.end === 'start' ? left : right - 5;
  to.fillStyle = INK.paper;
  to.beginPath();
  if (grip.kind === 'trim') to.roundRect(x, top, 5, height / 2, 2);
  else to.roundRect(x, top + height / 2, 5, height / 2, 2);
  to.fill();
}
