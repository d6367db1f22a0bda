import { keysOf, type KeyRef } from '../../../core/commands';
import { activity, channelSampler, keyTimeAt, sourceTimeAt, timingOf } from '../../../core/evaluate';
import { inTime, type Composition, type FoundChannel, type Layer, type Project } from '../../../core/model';
import { pieces } from '../../../core/timing';
import type { Selection, TimelineView } from '../editor/state';
import { keyName } from './drag';
import { pegsOf } from './hit-test';
import { BARS, INK } from './inks';
import { keyedChannels, type Row } from './rows';
import { frameOf, xOf } from './scale';

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
};

/** Bars, pegs, the motion between them, and the lanes: everything that is about time on its one axis. */
export function drawTracks(to: CanvasRenderingContext2D, look: TracksLook): void {
  const { rows, view, width, height, scroll, composition, selection } = look;
  to.clearRect(0, 0, width, height);
  to.save();
  to.translate(0, -scroll);
  const chosen = new Set(selection.keys.map(keyName));
  for (const row of rows) {
    if (row.top + row.height < scroll || row.top > scroll + height) continue;
    const selected = selection.layers.includes(row.layer.id);
    if (selected && row.kind === 'layer') {
      to.fillStyle = '#20261a';
      to.fillRect(0, row.top, width, row.height);
    }
    to.fillStyle = INK.faint;
    to.fillRect(0, row.top + row.height - 1, width, 1);
    if (row.kind === 'layer') drawLayerRow(to, look, row, selected, chosen);
    else if (row.kind === 'lane') drawLane(to, look, row);
    else drawChannelRow(to, look, row, row.found, chosen);
  }
  if (look.marquee) {
    const [left, top, right, bottom] = look.marquee;
    to.fillStyle = 'rgba(163, 199, 109, 0.12)';
    to.strokeStyle = INK.leaf;
    to.fillRect(left, top, right - left, bottom - top);
    to.strokeRect(left + 0.5, top + 0.5, right - left, bottom - top);
  }
  to.restore();
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
  for (const [from, until] of layer.spans) {
    const [left, right] = [xOf(from, view), xOf(until, view)];
    if (right < 0 || left > look.width) continue;
    to.fillStyle = inks.fill;
    to.beginPath();
    to.roundRect(left, top, Math.max(2, right - left), height, 4);
    to.fill();
    to.save();
    to.clip();
    if (layer.kind === 'nest') {
      drawActivity(to, look, layer, from, until, top, height);
      drawTurns(to, look, layer, from, until, top, height);
    }
    to.restore();
    to.strokeStyle = selected ? INK.leaf : inks.edge;
    to.lineWidth = selected ? 1.5 : 1;
    to.stroke();
  }
  if (!row.open) drawPegs(to, look, pegsOf(layer, keyedChannels(layer)), row.top + 7, 12, chosen);
  drawMarkers(to, look, layer, row.top + 2);
}

/** How much changes inside a nest, over the host's frames. */
function drawActivity(to: CanvasRenderingContext2D, { project, composition, view, width }: TracksLook, layer: Layer, from: number, until: number, top: number, height: number): void {
  if (layer.kind !== 'nest') return;
  const counts = activity(project, layer.source);
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

function drawMarkers(to: CanvasRenderingContext2D, { view }: TracksLook, layer: Layer, top: number): void {
  to.font = "10.5px 'Figtree'";
  for (const marker of inTime(layer.markers)) {
    const x = Math.round(xOf(marker.at, view));
    const wide = to.measureText(marker.name).width + 9;
    to.fillStyle = INK.plum;
    to.fillRect(x, top, 1, 18);
    if (marker.name === '') continue;
    to.beginPath();
    to.moveTo(x, top);
    to.lineTo(x + wide, top);
    to.lineTo(x + wide - 4, top + 5.5);
    to.lineTo(x + wide, top + 11);
    to.lineTo(x, top + 11);
    to.fill();
    to.fillStyle = INK.ground;
    to.fillText(marker.name, x + 3, top + 8.8);
  }
}

function drawPegs(to: CanvasRenderingContext2D, { view, width }: TracksLook, pegs: readonly { readonly at: number; readonly refs: readonly KeyRef[] }[], top: number, height: number, chosen: ReadonlySet<string>): void {
  for (const { at, refs } of pegs) {
    const x = Math.round(xOf(at, view));
    if (x < -4 || x > width + 4) continue;
    const selected = refs.some((ref) => chosen.has(keyName(ref)));
    to.fillStyle = INK.amber;
    to.beginPath();
    to.roundRect(x - 2.5, top, 5, height, 2);
    to.fill();
    if (!selected) continue;
    to.strokeStyle = INK.paper;
    to.lineWidth = 1.5;
    to.stroke();
  }
}

/** The motion between two pegs is the line between them: straight, curved, or dashed level where it is held. */
function drawChannelRow(to: CanvasRenderingContext2D, look: TracksLook, row: Row, { channel, spec, name }: FoundChannel, chosen: ReadonlySet<string>): void {
  const { project, composition, view, width } = look;
  const keys = keysOf(channel);
  if (!channel || keys.length === 0) return;
  const middle = row.top + row.height / 2;
  const first = Math.max(0, xOf(row.layer.start + keys[0]!.at, view));
  const last = Math.min(width, xOf(row.layer.start + keys[keys.length - 1]!.at, view));
  to.strokeStyle = INK.amber;
  to.lineWidth = 1;
  if (spec.type === 'N') {
    const sample = channelSampler(channel, 'N') as (x: number) => number;
    const numbers = keys.map((key) => key.value as number);
    let [low, high] = [Math.min(...numbers), Math.max(...numbers)];
    const valueAt = (x: number) => sample(keyTimeAt(project, composition, row.layer, frameOf(x, view)));
    const points: [number, number][] = [];
    for (let x = first; x <= last; x += 2) {
      const value = valueAt(x);
      points.push([x, value]);
      [low, high] = [Math.min(low, value), Math.max(high, value)];
    }
    const reach = row.height / 2 - 5;
    const y = (value: number) => middle + reach - ((value - low) / (high - low || 1)) * reach * 2;
    to.globalAlpha = 0.75;
    to.beginPath();
    points.forEach(([x, value], i) => (i === 0 ? to.moveTo(x, y(value)) : to.lineTo(x, y(value))));
    to.stroke();
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
  drawPegs(to, look, pegsOf(row.layer, [{ name, channel }]), middle - 6, 12, chosen);
}

/** Across, composition time; up, picture time: slope is rate, a jump is a turn of the loop. */
function drawLane(to: CanvasRenderingContext2D, look: TracksLook, row: Row): void {
  const { project, composition, view, width } = look;
  const { stack, source } = timingOf(project, composition, row.layer);
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
  for (const [spanFrom, spanTo] of row.layer.spans) {
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
  const at = sourceTimeAt(project, composition, row.layer, look.frame);
  if (at === null) return;
  // Where the playhead meets the map: the picture that is on screen.
  to.fillStyle = INK.paper;
  to.beginPath();
  to.arc(xOf(look.frame, view), y(at), 3.5, 0, 2 * Math.PI);
  to.fill();
}
