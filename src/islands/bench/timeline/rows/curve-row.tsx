import { Maximize2, Minimize2, Pencil, X } from 'lucide-react';
import { isHeldKey, keyName, keysOf, type KeyRef } from '../../../../core/commands';
import { runsRound, segmentControls, type Handle, type ScalarKey } from '../../../../core/keys';
import { keyedTracks, hasKeys, keyTimesOf, shownTracks, trackAt, trackMovedTwice, unbent, type Track } from '../../../../core/scene';
import { inOrder, member, type Channel, type Composition, type Layer, type Project } from '../../../../core/model';
import { framesPerSecond } from '../../../../core/time';
import { IconButton, Select } from '../../../../ui';
import { useEditor, useEditorState } from '../../editor/editor-context';
import { curveKey, type TimelineView } from '../../editor/state';
import { FormulaBlock } from '../../formula/formula-block';
import { showNumber } from '../../panel/read-number';
import { curveScale, PADDING, type CurveScale } from '../curve-scale';
import type { Grip, Hit } from '../hit';
import { INK, LABELS } from '../inks';
import { isOnLine, legGrip } from '../leg-grip';
import { keyNames, pegsOf } from '../pegs';
import { frameOf, xOf } from '../scale';
import type { TracksLook } from '../tracks-look';
import { drawDriven, drivenAt, isDrivenNow } from './driven-line';
import { MovedTwice } from './moved-twice';
import { defineRow, type HeadProps, type Row, type RowPlace } from './row';
import { trackRow } from './track-row';

/** How near a knob or a key is taken, in pixels. */
const REACH = 7;
/** How far from a press a handle’s key may be, on both sides together. */
const NEAR = 2400;
/** Keys closer than this show no handles: there would be more handles than curve. */
const ROOM = 26;
/** Keys nearer to one another than this, in pixels, would be one block. */
const TOUCHING = 3;
/** How far a curve goes past its keys is written beside no more of them than this. */
const MOST_MARKED = 200;

/** A track of numbers grown tall: its value over time, keys and handles to be pulled, and its speed as a second, faint line. */
export const curveRow = defineRow<Track>({
  kind: 'curve',
  height: 138,
  under: ({ project, composition }, layer, choice) => shownTracks(project, layer).filter((track) => track.spec.type === 'N' && choice.lanes.has(curveKey(composition.id, layer.id, track.address))).map((track) => ({ key: ` ${track.address}`, own: track, below: `${trackRow.kind} ${track.address}` })),
  draw: drawCurve,
  hit: hitCurve,
  alone({ project }, layer, name) {
    const track = shownTracks(project, layer).find((one) => one.address === name && one.spec.type === 'N');
    return track ? { key: ` ${name}`, own: track } : null;
  },
  pegs: (row, { project, composition }) => pegsOf(project, composition, row.layer!, [row.own]),
  Head,
});

type Knob = { readonly key: Channel['keys'][string]; readonly side: 'left' | 'right'; readonly handle: Handle; readonly x: number; readonly y: number; readonly fromX: number; readonly fromY: number };

/** The handles of keys in sight, where there is room for them. */
function knobsOf(track: Track, layer: Layer, place: RowPlace, view: TimelineView, width: number, scale: CurveScale, from = 0): readonly Knob[] {
  const channel = track.channel!;
  const times = keyTimesOf(place.project, place.composition, layer, track);
  if (!times.even) return [];
  const keys = keysOf(channel) as readonly Channel['keys'][string][];
  const scalars = keys as unknown as readonly ScalarKey[];
  const round = runsRound(scalars, channel);
  const offset = layer.start;
  const low = frameOf(from - 40, view) - offset;
  const high = frameOf(from + width + 40, view) - offset;
  const found: Knob[] = [];
  for (let i = firstFrom(keys, low); i < keys.length && keys[i]!.at <= high; i++) {
    const key = keys[i]!;
    const here = [xOf(key.at + offset, view), scale.y(key.value as number)] as const;
    const knob = (side: 'left' | 'right', handle: Handle, base: number) => found.push({ key, side, handle, x: xOf(key.at + offset + handle[0], view), y: scale.y(base + handle[1]), fromX: here[0], fromY: scale.y(base) });
    const wide = (other: { readonly at: number } | undefined) => other !== undefined && Math.abs(other.at - key.at) * view.pixelsPerFrame >= ROOM;
    if (wide(keys[i + 1]) && !key.curve && key.right !== 'hold') knob('right', segmentControls(scalars, i, round)!.right, key.value as number);
    const before = keys[i - 1];
    if (before && wide(before) && !before.curve && before.right !== 'hold') knob('left', segmentControls(scalars, i - 1, round)!.left, (key.arrives ?? key.value) as number);
  }
  return found;
}

/** Index of the first key at or after a time. */
function firstFrom(keys: readonly { readonly at: number }[], at: number): number {
  let [low, high] = [0, keys.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (keys[middle]!.at < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

function drawCurve(to: CanvasRenderingContext2D, look: TracksLook, row: Row<Track>): void {
  const { project, composition, view, width, selection } = look;
  const layer = row.layer!;
  const track = row.own;
  const channel = track.channel!;
  const scale = curveScale(project, composition, layer, track, row.height, look.pulled);
  const chosen = keyNames(selection.keys);
  const offset = keyTimesOf(project, composition, layer, track).even ? layer.start : null;
  to.save();
  to.beginPath();
  to.rect(0, row.top, width, row.height - 1);
  to.clip();
  to.translate(0, row.top);
  drawLevels(to, scale, channel, Math.min(width, xOf(composition.duration, view)), row.height);
  const [from, until] = [Math.max(0, xOf(0, view)), Math.min(width, xOf(composition.duration, view))];
  drawSpeed(to, scale, look, from, until, row.height, framesPerSecond(composition.rate));
  drawOthers(to, look, row, scale, from, until);
  const pegs = pegsOf(project, composition, layer, [track]);
  const [first, last] = [pegs[0] ? xOf(pegs[0].at, view) : from, pegs.length > 0 ? xOf(pegs[pegs.length - 1]!.at, view) : until];
  line(to, scale, view, Math.max(from, first), Math.min(until, last), 1, INK.amber);
  // What it does outside its keys goes on more faintly.
  line(to, scale, view, from, Math.min(until, first), 0.4, INK.amber);
  line(to, scale, view, Math.max(from, last), until, 0.4, INK.amber);
  drawBeyond(to, scale, view, track, offset, from, until);
  const driven = drivenAt(project, composition, layer, track);
  if (driven) drawDriven(to, look, driven, scale.y, 3.5);
  drawLevelWords(to, scale, track, Math.min(width, xOf(composition.duration, view)));
  for (const knob of knobsOf(track, layer, { project, composition }, view, width, scale)) {
    const own = knob.key[knob.side];
    const free = Array.isArray(own);
    to.globalAlpha = free || chosen.has(keyName(refOf(layer, track, knob.key.id))) ? 1 : 0.5;
    to.strokeStyle = INK.muted;
    to.lineWidth = 1;
    to.beginPath();
    to.moveTo(knob.fromX, knob.fromY);
    to.lineTo(knob.x, knob.y);
    to.stroke();
    to.beginPath();
    to.arc(knob.x, knob.y, 3.2, 0, 2 * Math.PI);
    to.fillStyle = free ? INK.paper : INK.ground;
    to.strokeStyle = INK.paper;
    to.fill();
    to.stroke();
    to.globalAlpha = 1;
  }
  const keys = keysOf(channel) as readonly Channel['keys'][string][];
  if (offset !== null) {
    const low = frameOf(-10, view) - offset;
    const high = frameOf(width + 10, view) - offset;
    let before = -Infinity;
    for (let i = firstFrom(keys, low); i < keys.length && keys[i]!.at <= high; i++) {
      const key = keys[i]!;
      const x = xOf(key.at + offset, view);
      const selected = chosen.size > 0 && chosen.has(keyName(refOf(layer, track, key.id)));
      // Pegs on one another say no more than one of them.
      if (x - before < TOUCHING && !selected) continue;
      before = x;
      drawKey(to, x, scale.y(key.value as number), (key.arrives ?? null) === null ? null : scale.y(key.arrives as number), isHeldKey(key), selected);
    }
  }
  to.restore();
}

/** A key as an upright peg on its value; one that arrives on another value is in two halves. */
function drawKey(to: CanvasRenderingContext2D, x: number, y: number, arrivesY: number | null, held: boolean, selected: boolean): void {
  to.fillStyle = INK.amber;
  to.beginPath();
  if (arrivesY === null) to.roundRect(Math.round(x) - 2.5, y - 6, 5, 12, 2);
  else {
    to.roundRect(Math.round(x) - 3.5, arrivesY - 6, 3, 12, 1.5);
    to.roundRect(Math.round(x) + 0.5, y - 6, 3, 12, 1.5);
  }
  if (held) to.rect(Math.round(x) + 2, y + 3.5, 4, 2.5);
  to.fill();
  if (!selected) return;
  to.strokeStyle = INK.paper;
  to.lineWidth = 1.5;
  to.stroke();
}

/** What the level lines are worth, over the curves, each on a ground of its own so that none crosses it. */
function drawLevelWords(to: CanvasRenderingContext2D, { low, high, y }: CurveScale, { spec }: Track, width: number): void {
  to.font = "10.5px 'Spline Sans Mono'";
  to.textAlign = 'right';
  const unit = spec.unit === '°' ? '°' : spec.unit === '' ? '' : ` ${spec.unit}`;
  for (const value of niceLevels(low, high)) {
    const words = `${showNumber(value)}${unit}`;
    const wide = to.measureText(words).width + 6;
    const foot = Math.round(y(value)) - 3;
    to.globalAlpha = 0.85;
    to.fillStyle = INK.ground;
    to.fillRect(width - 3 - wide, foot - 10, wide, 12);
    to.globalAlpha = 1;
    to.fillStyle = INK.muted;
    to.fillText(words, width - 6, foot);
  }
  to.textAlign = 'start';
}

function drawLevels(to: CanvasRenderingContext2D, { low, high, y }: CurveScale, { limits }: Channel, width: number, height: number): void {
  to.fillStyle = INK.faint;
  for (const value of niceLevels(low, high)) to.fillRect(0, Math.round(y(value)), width, 1);
  for (const limit of limits ?? []) {
    const at = Math.round(y(limit)) + 0.5;
    if (at < 0 || at > height) continue;
    to.strokeStyle = INK.rust;
    to.setLineDash([5, 4]);
    to.beginPath();
    to.moveTo(0, at);
    to.lineTo(width, at);
    to.stroke();
    to.setLineDash([]);
  }
}

/** Two to four round values between two. */
function niceLevels(low: number, high: number): readonly number[] {
  const rough = (high - low) / 3;
  const ten = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((n) => n * ten).find((n) => n >= rough) ?? rough;
  const levels: number[] = [];
  for (let value = Math.ceil(low / step) * step; value <= high + 1e-9; value += step) levels.push(value);
  return levels;
}

function line(to: CanvasRenderingContext2D, { valueAt, y }: CurveScale, view: TimelineView, from: number, until: number, alpha: number, ink: string): void {
  if (until <= from) return;
  to.globalAlpha = alpha;
  to.strokeStyle = ink;
  to.lineWidth = 1.75;
  to.beginPath();
  for (let x = from; x <= until; x += 1.5) to[x === from ? 'moveTo' : 'lineTo'](x, y(valueAt(frameOf(x, view))));
  to.lineTo(until, y(valueAt(frameOf(until, view))));
  to.stroke();
  to.globalAlpha = 1;
}

/** The curves of other open lanes, each in an ink of its own with its name: by its own scale, or by that of the lane. */
function drawOthers(to: CanvasRenderingContext2D, { project, composition, view, lanes, curvesOver }: TracksLook, row: Row<Track>, scale: CurveScale, from: number, until: number): void {
  if (curvesOver === 'no') return;
  let n = 0;
  to.font = "12px 'Figtree'";
  for (const layer of inOrder(composition.layers)) for (const track of keyedTracks(project, layer)) {
    if (track.spec.type !== 'N' || (layer === row.layer && track.address === row.own.address) || !lanes.has(curveKey(composition.id, layer.id, track.address))) continue;
    const ink = LABELS[(n + 2) % LABELS.length]!;
    const own = curveScale(project, composition, layer, track, row.height, false);
    line(to, curvesOver === 'own' ? own : { ...own, y: scale.y }, view, from, until, 0.65, ink);
    to.fillStyle = ink;
    to.fillText(layer === row.layer ? track.spec.label : `${track.spec.label} of ${layer.name}`, Math.max(6, from + 6), 14 + n * 14);
    n++;
  }
}

/** How fast the value changes, on a scale of its own about the row's foot: a second, faint line. */
function drawSpeed(to: CanvasRenderingContext2D, { valueAt }: CurveScale, { view }: TracksLook, from: number, until: number, height: number, rate: number): void {
  const speeds: number[] = [];
  for (let x = from; x <= until; x += 3) speeds.push(Math.abs(valueAt(frameOf(x, view) + 0.5) - valueAt(frameOf(x, view) - 0.5)) * rate);
  const most = speeds.reduce((a, b) => Math.max(a, b), 0);
  if (most < 1e-9) return;
  to.globalAlpha = 0.28;
  to.strokeStyle = INK.paper;
  to.lineWidth = 1;
  to.beginPath();
  speeds.forEach((speed, n) => to[n === 0 ? 'moveTo' : 'lineTo'](from + n * 3, height - 5 - (speed / most) * (height - 2 * PADDING) * 0.45));
  to.stroke();
  to.globalAlpha = 1;
}

/** Where a curve goes past both of its keys it is marked, with how far; beyond its bounds it is in rust. */
function drawBeyond(to: CanvasRenderingContext2D, { valueAt, y }: CurveScale, view: TimelineView, track: Track, offset: number | null, from: number, until: number): void {
  const { limits } = track.channel!;
  if (limits) {
    to.fillStyle = INK.rust;
    for (let x = from; x <= until; x += 2) {
      const value = valueAt(frameOf(x, view));
      if (value < limits[0] - 1e-6 || value > limits[1] + 1e-6) to.fillRect(x - 1, y(value) - 1, 2, 2);
    }
  }
  const keys = keysOf(track.channel) as readonly Channel['keys'][string][];
  if (offset === null || keys.length > MOST_MARKED) return;
  to.font = "10.5px 'Spline Sans Mono'";
  to.fillStyle = INK.paper;
  for (let i = 0; i < keys.length - 1; i++) {
    const [a, b] = [keys[i]!, keys[i + 1]!];
    const [start, end] = [a.value as number, (b.arrives ?? b.value) as number];
    let [worst, at] = [0, 0];
    for (let n = 1; n < 24; n++) {
      const frame = offset + a.at + ((b.at - a.at) * n) / 24;
      const past = Math.max(valueAt(frame) - Math.max(start, end), Math.min(start, end) - valueAt(frame));
      if (past > worst) [worst, at] = [past, frame];
    }
    if (worst < Math.max(0.5, Math.abs(end - start) * 0.01)) continue;
    const [x, value] = [xOf(at, view), valueAt(at)];
    const above = value > Math.max(start, end);
    to.fillText(`${above ? '+' : '−'}${showNumber(worst)}`, x + 5, y(value) + (above ? -4 : 11));
    to.fillRect(Math.round(x) - 3, y(value) - 0.5, 6, 1);
  }
}

function refOf(layer: Layer, track: Track, key: string): KeyRef {
  return { layer: layer.id, track: track.address, key };
}

function hitCurve(row: Row<Track>, place: RowPlace, view: TimelineView, x: number, y: number): Hit {
  const layer = row.layer!;
  const track = row.own;
  const channel = track.channel!;
  const composition = place.composition.id;
  const scale = curveScale(place.project, place.composition, layer, track, row.height, false);
  if (layer.locked) return { kind: 'row', layer: layer.id };
  if (place.drawing === curveKey(composition, layer.id, track.address)) return drawGrip(composition, layer, track, view, scale, x, y);
  const peg = nearKey(row, place, view, scale, x, y);
  if (peg) return { kind: 'grip', layer: layer.id, cursor: 'move', words: 'Drag the key: sideways in time, up and down in value; with Shift one of them', as: { kind: 'keys', refs: [refOf(layer, track, peg.id)], at: unbent(layer, peg.at), layer: layer.id }, at: unbent(layer, peg.at), limits: [-Infinity, Infinity], event: 'keys.set', args: { composition, keys: [refOf(layer, track, peg.id)], fields: {} }, pull: (by, down) => pulledKey(track, layer, peg, by, down, scale.perPixel) } satisfies Grip;
  const knob = knobsOf(track, layer, place, view, NEAR, scale, x - NEAR / 2).find((one) => Math.hypot(one.x - x, one.y - y) <= REACH);
  if (knob) return {
    kind: 'grip', layer: layer.id, cursor: 'move', words: `Pull the handle by which it ${knob.side === 'right' ? 'leaves' : 'arrives'}`, as: { kind: 'keys', refs: [refOf(layer, track, knob.key.id)], at: unbent(layer, knob.key.at), layer: layer.id },
    at: unbent(layer, knob.key.at + knob.handle[0]), limits: [-Infinity, Infinity], event: 'keys.set', args: { composition, keys: [refOf(layer, track, knob.key.id)], fields: {} },
    pull(by, down) {
      const way = knob.side === 'right' ? 1 : -1;
      const dt = Math.round(Math.max(0, way * (knob.handle[0] + by)) * 100) / 100;
      const dv = Math.round((knob.handle[1] - down * scale.perPixel) * 100) / 100;
      return { move: { fields: { [knob.side]: [way * dt + 0, dv] } }, told: `${knob.side === 'right' ? 'leaves' : 'arrives'} over ${showNumber(dt)} f, ${showNumber(dv)} ${track.spec.unit}` };
    },
  };
  const keys = keysOf(channel);
  const [first, last] = [keys[0], keys[keys.length - 1]];
  const frame = frameOf(x, view);
  const onLine = isOnLine(x, y, (at) => scale.y(scale.valueAt(frameOf(at, view))));
  if (onLine && first && last && last.at > first.at && keyTimesOf(place.project, place.composition, layer, track).even) {
    const length = last.at - first.at;
    if (frame > unbent(layer, last.at)) return tailGrip(composition, layer, track, 'after', frame, length);
    if (frame < unbent(layer, first.at)) return tailGrip(composition, layer, track, 'before', frame, length);
  }
  return (onLine ? legGrip(place, layer, track, view, x, row.height - 2 * PADDING) : null) ?? { kind: 'row', layer: layer.id };
}

function nearKey(row: Row<Track>, place: RowPlace, view: TimelineView, scale: CurveScale, x: number, y: number): Channel['keys'][string] | null {
  const layer = row.layer!;
  if (!keyTimesOf(place.project, place.composition, layer, row.own).even) return null;
  const keys = keysOf(row.own.channel) as readonly Channel['keys'][string][];
  const reach = REACH / view.pixelsPerFrame;
  const at = frameOf(x, view) - layer.start;
  let best: Channel['keys'][string] | null = null;
  let away = Infinity;
  for (let i = firstFrom(keys, at - reach); i < keys.length && keys[i]!.at <= at + reach; i++) {
    const far = Math.hypot((keys[i]!.at - at) * view.pixelsPerFrame, (scale.y(keys[i]!.value as number) - y) * 0.7);
    if (far <= REACH + 1 && far < away) [best, away] = [keys[i]!, far];
  }
  return best;
}

function pulledKey({ spec }: Track, layer: Layer, key: Channel['keys'][string], by: number, down: number, perPixel: number) {
  const at = Math.round((unbent(layer, key.at) + by) * 1000) / 1000;
  const value = Math.round(((key.value as number) - down * perPixel) * 100) / 100;
  return { move: { fields: { ...(by === 0 ? {} : { at }), ...(down === 0 ? {} : { value }) } }, told: `${showNumber(at)} f, ${showNumber(value)} ${spec.unit}` };
}

/** The lane as a sheet to draw on: the pointer’s way becomes the track’s values. */
function drawGrip(composition: string, layer: Layer, track: Track, view: TimelineView, scale: CurveScale, x: number, y: number): Grip {
  const frame = frameOf(x, view);
  const value = scale.high - (y - PADDING) * scale.perPixel;
  const points: [number, number][] = [[frame, value]];
  return {
    kind: 'grip', layer: layer.id, cursor: 'crosshair', words: 'Draw the motion: what was keyed there gives way', as: { kind: 'row', layer: layer.id }, at: frame, limits: [-Infinity, Infinity], free: true,
    event: 'keys.draw', args: { composition, layer: layer.id, track: track.address, points: [], tolerance: Math.max(0.01, (scale.high - scale.low) * 0.01) },
    pull(by, down) {
      const next: [number, number] = [frame + by, value - down * scale.perPixel];
      const before = points[points.length - 1]!;
      // The call that gets a gesture ready, a frame on and level, is no move of the hand.
      const isMove = !(by === 1 && down === 0) && (before[0] !== next[0] || before[1] !== next[1]);
      if (isMove) points.push(next);
      return { move: { points: [...points] }, told: `${Math.round(next[0])} f, ${showNumber(next[1])} ${track.spec.unit}` };
    },
  };
}

/** The tail of a track: pulled away from its keys it repeats, so often as it is pulled far; pulled back it stands. */
function tailGrip(composition: string, layer: Layer, track: Track, side: 'before' | 'after', frame: number, length: number): Grip {
  const channel = track.channel!;
  const rule = channel[side] === 'hold' ? 'repeat' : channel[side];
  return {
    kind: 'grip', layer: layer.id, cursor: 'ew-resize', words: `Pull the tail: ${side === 'after' ? 'to the right' : 'to the left'} it repeats, back it stands still`, as: { kind: 'row', layer: layer.id }, at: frame, limits: [-Infinity, Infinity],
    event: 'tracks.outside', args: { composition, tracks: [{ layer: layer.id, track: track.address }], side, rule },
    pull(by) {
      const far = side === 'after' ? by : -by;
      if (far <= 0) return { move: { rule: 'hold', ...(side === 'after' ? { repeats: null } : {}) }, told: 'stands still' };
      if (side === 'before') return { move: { rule }, told: WORDS[rule] ?? rule };
      const repeats = Math.max(2, Math.round(far / length) + 1);
      return { move: { rule, repeats }, told: `${WORDS[rule] ?? rule}, ${repeats} plays in all` };
    },
  };
}

const WORDS: Readonly<Record<string, string>> = { hold: 'stands still', repeat: 'repeats', climb: 'repeats, each from where the last ended', swing: 'goes to and fro', glide: 'goes on as fast as it was' };
const RULES = [['hold', 'stands'], ['repeat', 'repeats'], ['climb', 'climbs'], ['swing', 'to and fro'], ['glide', 'glides on']] as const;

function Head({ row, project, composition }: HeadProps<Track>) {
  const { top, height, own: track } = row;
  const layer = row.layer!;
  const editor = useEditor();
  const key = curveKey(composition.id, layer.id, track.address);
  const alone = useEditorState((state) => state.laneAlone === key);
  const drawing = useEditorState((state) => state.drawing === key);
  const frame = useEditorState((state) => (track.channel?.formula ? state.frame : 0));
  const fresh = currentTrack(project, composition, layer.id, track.address) ?? track;
  const { after, repeats } = fresh.channel!;
  const twice = trackMovedTwice(project, composition, layer, fresh);
  const close = () => editor.set({ lanes: new Set([...editor.store.getState().lanes].filter((one) => one !== key)), ...(alone ? { laneAlone: null } : {}) });
  return (
    <div role="row" style={{ top, height }} className="absolute inset-x-0 flex flex-col gap-1 overflow-hidden border-b border-[#262a20] py-2 pr-2 pl-9 text-[12.5px]">
      <span role="gridcell" className="flex items-center gap-1">
        <span className={`min-w-0 grow truncate ${isDrivenNow(fresh.channel) ? 'text-chalk' : 'text-amber'}`}>{track.spec.label}</span>
        <IconButton className="h-5" label={alone ? `${track.spec.label} among the rows again` : `${track.spec.label} over the whole timeline`} hint="Shift+L" onClick={() => editor.set({ laneAlone: alone ? null : key })}>{alone ? <Minimize2 size={12} /> : <Maximize2 size={12} />}</IconButton>
        <IconButton className="h-5" pressed={drawing} label={drawing ? `Stop drawing ${track.spec.label}` : `Draw ${track.spec.label} by hand`} onClick={() => editor.set({ drawing: drawing ? null : key })}><Pencil size={12} /></IconButton>
        <IconButton className="h-5" label={`Close the lane of ${track.spec.label} of ${layer.name}`} hint="L" onClick={close}><X size={12} /></IconButton>
      </span>
      {fresh.channel!.formula === null
        ? <span role="gridcell" className="truncate text-[12px] text-muted">{layer.name} · faint: speed</span>
        : <span role="gridcell" className="-ml-2 max-h-24 overflow-y-auto"><FormulaBlock project={project} composition={composition} layers={[layer]} track={track.address} frame={frame} inLane /></span>}
      {twice && <span role="gridcell"><MovedTwice {...twice} /></span>}
      <span role="gridcell" className={`mt-auto flex items-center gap-1 text-[12px] text-muted ${hasKeys(fresh.channel!) ? '' : 'hidden'}`}>
        <span className="shrink-0">After</span>
        <span className="min-w-0 grow"><Select label={`After the last key of ${track.spec.label}`} value={after} onChange={(rule) => void editor.do('tracks.outside', { composition: composition.id, tracks: [{ layer: layer.id, track: track.address }], side: 'after', rule })} options={RULES} /></span>
        {(after === 'repeat' || after === 'climb' || after === 'swing') && <span className="shrink-0 font-mono">{repeats === null ? '∞' : `× ${repeats}`}</span>}
      </span>
    </div>
  );
}

function currentTrack(project: Project, composition: Composition, id: string, address: string): Track | null {
  const layer = member(composition.layers.by, id);
  return layer ? trackAt(project, layer, address) : null;
}
