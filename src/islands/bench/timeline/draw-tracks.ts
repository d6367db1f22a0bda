import { keyName, keysOf } from '../../../core/commands';
import { channelSampler, keyedTracks, keyTimesOf, sourceTimeAt, timingOf, type Track } from '../../../core/scene';
import { inTime, type Composition, type Layer, type Marker, type Project } from '../../../core/model';
import { pieces } from '../../../core/timing';
import type { Selection, TimelineView } from '../editor/state';
import { keyNames } from './drag';
import { pegsOf, type Peg } from './hit-test';
import { BARS, INK, LABELS } from './inks';
import { type Row } from './rows';
import { frameOf, xOf } from './scale';
import { markerName, shiftedSpans, shiftedTrack, slidBy, type Shift } from './shift';

export type TracksLook = {
  readonly project: Project;
  readonly composition: Composition;
  readonly rows: readonly Row[];
  readonly view: TimelineView;
  readonly width: number;
  readonly height: number;
  /** How far the rows are scrolled up, in pixels. */
  readonly scroll: number;
  readonly selection: Selection;
  readonly frame: number;
  readonly marquee: readonly [number, number, number, number] | null;
  /** The grip under the pointer. */
  readonly grip: { readonly layer: string; readonly end: 'start' | 'end'; readonly kind: 'trim' | 'stretch' } | null;
  /** What is dragged, and how far. */
  readonly shift: Shift | null;
  /** How much a composition changes in each of its frames; null while that is being counted. */
  readonly activity: (composition: string) => Uint8Array | null;
  /** A moment that caught the drag. */
  readonly caught: number | null;
};

/** Bars, pegs, the motion between them, and the lanes: everything that is about time on its one axis. */
export function drawTracks(to: CanvasRenderingContext2D, look: TracksLook): void {
  const { rows, view, width, height, scroll, composition, selection } = look;
  to.clearRect(0, 0, width, height);
  to.save();
  to.translate(0, -scroll);
  const chosen = keyNames(selection.keys);
  const chosenLayers = new Set(selection.layers);
  drawCells(to, look);
  for (const row of rows) {
    if (row.top + row.height < scroll || row.top > scroll + height) continue;
    const selected = row.kind !== 'markers' && chosenLayers.has(row.layer.id);
    if (selected && row.kind === 'layer') {
      to.fillStyle = '#20261a';
      to.fillRect(0, row.top, width, row.height);
    }
    to.fillStyle = INK.faint;
    to.fillRect(0, row.top + row.height - 1, width, 1);
    if (row.kind === 'markers') drawMarkers(to, look, inTime(composition.markers), null, row.top + 1);
    else if (row.kind === 'layer') drawLayerRow(to, look, row, selected, chosen);
    else if (row.kind === 'lane') drawLane(to, look, row.layer, row);
    else drawTrackRow(to, look, row.layer, row, row.track, chosen);
  }
  if (look.marquee) {
    const [left, top, right, bottom] = look.marquee;
    to.fillStyle = 'rgba(163, 199, 109, 0.12)';
    to.strokeStyle = INK.leaf;
    to.fillRect(left, top, right - left, bottom - top);
    to.strokeRect(left + 0.5, top + 0.5, right - left, bottom - top);
  }
  to.restore();
  if (look.caught !== null) {
    to.fillStyle = INK.sky;
    to.fillRect(Math.round(xOf(look.caught, view)), 0, 1, height);
  }
  // Outside the composition nothing plays.
  to.fillStyle = 'rgba(16, 18, 9, 0.55)';
  const [start, end] = [xOf(0, view), xOf(composition.duration, view)];
  if (start > 0) to.fillRect(0, 0, start, height);
  if (end < width) to.fillRect(end, 0, width - end, height);
}

function drawLayerRow(to: CanvasRenderingContext2D, look: TracksLook, row: Row & { readonly kind: 'layer' }, selected: boolean, chosen: ReadonlySet<string>): void {
  const { view } = look;
  const { layer } = row;
  const [top, height] = [row.top + 4, row.height - 9];
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
      drawActivity(to, own, layer, from - slid, until - slid, top, height);
      drawTurns(to, own, layer, from - slid, until - slid, top, height);
    }
    to.restore();
    to.strokeStyle = selected ? INK.leaf : inks.edge;
    to.lineWidth = selected ? 1.5 : 1;
    to.stroke();
    if (look.grip?.layer === layer.id) drawGrip(to, look, left, right, top, height);
  }
  if (!row.open) drawPegs(to, look, layer.id, pegsOf(look.project, look.composition, layer, keyedTracks(look.project, layer)), row.top + 7, 12, chosen, false);
  drawMarkers(to, look, inTime(layer.markers), layer.id, row.top + 2);
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

/** Close up, frames become cells. */
function drawCells(to: CanvasRenderingContext2D, { view, width, height, scroll, frame, composition }: TracksLook): void {
  if (view.pixelsPerFrame < 9) return;
  const [first, last] = [Math.max(0, Math.floor(frameOf(0, view))), Math.min(composition.duration, Math.ceil(frameOf(width, view)))];
  to.fillStyle = 'rgba(52, 58, 44, 0.35)';
  for (let at = first; at <= last; at++) to.fillRect(Math.round(xOf(at, view)), scroll, 1, height);
  // The frame that is looked at is a whole cell, not a line.
  to.fillStyle = 'rgba(236, 231, 218, 0.07)';
  to.fillRect(xOf(frame, view), scroll, view.pixelsPerFrame, height);
}

function drawMarkers(to: CanvasRenderingContext2D, { view, width, selection, shift }: TracksLook, markers: readonly Marker[], layer: string | null, top: number): void {
  to.font = "10.5px 'Figtree'";
  for (const marker of markers) {
    const by = shift && (layer !== null && shift.slide.has(layer) || shift.markers.has(markerName({ layer, marker: marker.id }))) ? shift.by : 0;
    const x = Math.round(xOf(marker.at + by, view));
    if (x > width + 10 || x < -200) continue;
    const selected = selection.markers.some((ref) => ref.layer === layer && ref.marker === marker.id);
    const wide = marker.name === '' ? 7 : to.measureText(marker.name).width + 9;
    to.fillStyle = marker.colour === null ? INK.plum : LABELS[marker.colour]!;
    if (marker.length > 0) {
      to.globalAlpha = 0.35;
      to.fillRect(x, top, marker.length * view.pixelsPerFrame, 11);
      to.globalAlpha = 1;
    }
    to.fillRect(x, top, 1, 18);
    to.beginPath();
    to.moveTo(x, top);
    to.lineTo(x + wide, top);
    to.lineTo(x + wide - 4, top + 5.5);
    to.lineTo(x + wide, top + 11);
    to.lineTo(x, top + 11);
    to.closePath();
    // A note does not fire: its flag is hollow.
    if (marker.fires) to.fill();
    to.lineWidth = selected ? 1.5 : 1;
    to.strokeStyle = selected ? INK.paper : to.fillStyle;
    if (!marker.fires || selected) to.stroke();
    to.fillStyle = marker.fires ? INK.ground : INK.paper;
    if (marker.name !== '') to.fillText(marker.name, x + 3, top + 8.8);
  }
}

/** Narrower than this, the line after a peg says nothing: a held one has a foot instead. */
const ROOM_FOR_LINE = 14;

function drawPegs(to: CanvasRenderingContext2D, { view, width, shift }: TracksLook, layer: string, pegs: readonly Peg[], top: number, height: number, chosen: ReadonlySet<string>, lined: boolean): void {
  const slid = slidBy(layer, shift);
  // Of a great many pegs only those in sight, and those that may be dragged into it, are looked at.
  const reach = Math.abs(shift?.by ?? 0) + 5 / view.pixelsPerFrame;
  const [first, last] = [firstFrom(pegs, frameOf(0, view) - reach), firstFrom(pegs, frameOf(width, view) + reach)];
  for (let i = first; i < last; i++) {
    const { at, refs, held } = pegs[i]!;
    const by = shift && shift.keys.size > 0 && refs.some((ref) => shift.keys.has(keyName(ref))) ? shift.by : slid;
    const x = Math.round(xOf(at + by, view));
    if (x < -4 || x > width + 4) continue;
    const selected = chosen.size > 0 && refs.some((ref) => chosen.has(keyName(ref)));
    const next = pegs[i + 1];
    const foot = held && (!lined || (next !== undefined && xOf(next.at, view) - x < ROOM_FOR_LINE));
    to.fillStyle = INK.amber;
    to.beginPath();
    to.roundRect(x - 2.5, top, 5, height, 2);
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

/** The motion between two pegs is the line between them: straight, curved, or dashed level where it is held. */
function drawTrackRow(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, row: Row, still: Track, chosen: ReadonlySet<string>): void {
  const { project, composition, width } = look;
  const slid = slidBy(layer.id, look.shift);
  const view = slid === 0 ? look.view : { ...look.view, from: look.view.from - slid };
  const track = shiftedTrack(project, composition, layer, still, look.shift);
  const { channel, spec } = track;
  const times = keyTimesOf(project, composition, layer, track);
  const pegs = pegsOf(project, composition, layer, [track]);
  const keys = keysOf(channel);
  if (!channel || pegs.length === 0) return;
  const middle = row.top + row.height / 2;
  const first = Math.max(0, xOf(pegs[0]!.at, view));
  const last = Math.min(width, xOf(pegs[pegs.length - 1]!.at, view));
  to.strokeStyle = INK.amber;
  to.lineWidth = 1;
  if (spec.type === 'N') {
    const sample = channelSampler(channel, 'N') as (x: number) => number;
    const numbers = keys.map((key) => key.value as number);
    let [low, high] = [Math.min(...numbers), Math.max(...numbers)];
    const valueAt = (x: number) => sample(times.at(frameOf(x, view)));
    const points: [number, number][] = [];
    for (let x = first; x <= last; x += 2) {
      const value = valueAt(x);
      points.push([x, value]);
      [low, high] = [Math.min(low, value), Math.max(high, value)];
    }
    const reach = row.height / 2 - 5;
    const y = (value: number) => middle + reach - ((value - low) / (high - low || 1)) * reach * 2;
    // Where the layer's own timing bends its keys, a stretch of the line is not a stretch between two pegs.
    const heldUntil = times.even ? pegs.flatMap((peg, i) => (i + 1 < pegs.length && peg.held ? [[xOf(peg.at, view), xOf(pegs[i + 1]!.at, view)] as const] : [])) : [];
    to.globalAlpha = 0.75;
    for (const held of [false, true]) {
      to.setLineDash(held ? [2, 3] : []);
      to.beginPath();
      let drawing = false;
      for (const [x, value] of points) {
        const wanted = heldUntil.some(([left, right]) => x >= left && x < right) === held;
        if (wanted && drawing) to.lineTo(x, y(value));
        else if (wanted) to.moveTo(x, y(value));
        drawing = wanted;
      }
      to.stroke();
      if (heldUntil.length === 0) break;
    }
    to.setLineDash([]);
    // What it does outside its keys goes on more faintly.
    to.globalAlpha = 0.35;
    const ends: readonly (readonly [number, number] | null)[] = [channel.before === 'hold' ? null : [Math.max(0, xOf(0, view)), first], channel.after === 'hold' ? null : [last, Math.min(width, xOf(composition.duration, view))]];
    for (const end of ends) {
      if (!end) continue;
      const [left, right] = end;
      to.beginPath();
      for (let x = left; x <= right; x += 2) to[x === left ? 'moveTo' : 'lineTo'](x, Math.min(row.top + row.height - 2, Math.max(row.top + 2, y(valueAt(x)))));
      to.stroke();
    }
    to.globalAlpha = 1;
  } else {
    to.globalAlpha = 0.6;
    to.setLineDash(spec.type === 'T' || spec.type === 'B' || spec.type === 'E' ? [2, 3] : []);
    to.beginPath();
    to.moveTo(first, middle);
    to.lineTo(last, middle);
    to.stroke();
    to.setLineDash([]);
    to.globalAlpha = 1;
  }
  drawPegs(to, track === still ? look : { ...look, shift: null }, layer.id, pegs, middle - 6, 12, chosen, true);
}

/** Across, composition time; up, picture time: slope is rate, a jump is a turn of the loop. */
function drawLane(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, row: Row): void {
  const { project, composition, view, width } = look;
  const { stack, source } = timingOf(project, composition, layer);
  if (!source) return;
  const [top, bottom] = [row.top + 12, row.top + row.height - 12];
  const y = (s: number) => bottom - (s / source.D) * (bottom - top);
  to.font = "10.5px 'Spline Sans Mono'";
  to.textAlign = 'right';
  for (const s of [0, source.D / 2, source.D]) {
    to.fillStyle = INK.faint;
    to.fillRect(0, Math.round(y(s)), width, 1);
    to.fillStyle = INK.muted;
    to.fillText(String(Math.round(s * 10) / 10), width - 6, Math.round(y(s)) - 3);
  }
  to.textAlign = 'start';
  to.strokeStyle = INK.leaf;
  to.lineWidth = 1.75;
  to.save();
  to.beginPath();
  to.rect(0, row.top, width, row.height);
  to.clip();
  for (const [spanFrom, spanTo] of layer.spans) {
    const [from, until] = [Math.max(spanFrom, frameOf(0, view)), Math.min(spanTo, frameOf(width, view))];
    to.beginPath();
    let count = 0;
    for (const piece of pieces(stack.content, from, until)) {
      if (++count > 4000) break;
      const [left, right] = [xOf(piece.from, view), xOf(piece.to, view)];
      // Teeth finer than three pixels fold into notches at the foot.
      if (right - left < 3) {
        to.moveTo(left, bottom);
        to.lineTo(left, bottom - 4);
        continue;
      }
      to.moveTo(left, y(piece.start));
      if (piece.kind !== 'curved') to.lineTo(right, y(piece.end));
      else for (let x = left; x <= right; x += 2) to.lineTo(x, y(stack.content.at(frameOf(x, view))));
    }
    to.stroke();
  }
  to.restore();
  const at = sourceTimeAt(project, composition, layer, look.frame);
  if (at === null) return;
  // Where the playhead meets the map: the picture that is on screen.
  to.fillStyle = INK.paper;
  to.beginPath();
  to.arc(xOf(look.frame, view), y(at), 3.5, 0, 2 * Math.PI);
  to.fill();
}
