import { memo, useMemo } from 'react';
import { keysOf } from '../../../../core/commands';
import { channelSampler, hasKeys, keyTimesOf, shownTracks, valueAt, type Track } from '../../../../core/scene';
import type { Channel, Composition, Layer, Project } from '../../../../core/model';
import { useEditorState } from '../../editor/editor-context';
import { foldKey } from '../../editor/state';
import { showNumber } from '../../panel/read-number';
import { KeyStringOf } from '../../string/string';
import { drawPegs } from '../draw-pegs';
import { INK } from '../inks';
import { isOnLine, legGrip } from '../leg-grip';
import { nearestPeg, pegsOf } from '../pegs';
import { frameOf, xOf } from '../scale';
import { drawDriven, drivenAt, drivenRange, isDrivenNow } from './driven-line';
import { shiftedTrack, slidBy } from '../shift';
import type { TracksLook } from '../tracks-look';
import { defineRow, type Row } from './row';
import { RowValue } from './row-value';

/** A keyed track of an unfolded layer: its pegs, and its motion between them. */
export const trackRow = defineRow<Track>({
  kind: 'track',
  height: 24,
  under: ({ project, composition }, layer, choice) => (choice.unfolded.has(foldKey(composition.id, layer.id)) ? shownTracks(project, layer).map((track) => ({ key: ` ${track.address}`, own: track })) : []),
  draw: (to, look, row) => drawMotion(to, look, row.layer!, row, row.own),
  hit(row, { project, composition }, view, x, y) {
    const layer = row.layer!;
    const peg = nearestPeg(pegsOf(project, composition, layer, [row.own]), view, x);
    if (peg) return { kind: 'keys', ...peg, layer: layer.id };
    // Beside the line a press still opens a rectangle.
    if (!hasKeys(row.own.channel!)) return { kind: 'row', layer: layer.id };
    const onLine = isOnLine(x, y, (at) => lineAt(project, composition, layer, row.own, frameOf(at, view), row.height));
    return (onLine ? legGrip({ project, composition }, layer, row.own, view, x, row.height) : null) ?? { kind: 'row', layer: layer.id };
  },
  pegs: (row, { project, composition }) => pegsOf(project, composition, row.layer!, [row.own]),
  Head: ({ row, project, composition }) => <TrackHead top={row.top} height={row.height} layer={row.layer!} track={row.own} project={project} composition={composition} />,
});

/** How many places of a motion are looked at for how high it goes. */
const LOOKS = 160;
const ranges = new WeakMap<Channel, readonly [low: number, high: number]>();

/** How far the values of a track go, between its first and last key. */
function rangeOf(channel: Channel): readonly [low: number, high: number] {
  let known = ranges.get(channel);
  if (known) return known;
  const keys = keysOf(channel);
  const sample = channelSampler(channel, 'N') as (x: number) => number;
  const [from, to] = [keys[0]!.at, keys[keys.length - 1]!.at];
  let [low, high] = [Infinity, -Infinity];
  const see = (value: number) => { [low, high] = [Math.min(low, value), Math.max(high, value)]; };
  for (const key of keys) see(key.value as number);
  for (let n = 1; n < LOOKS; n++) see(sample(from + ((to - from) * n) / LOOKS));
  ranges.set(channel, (known = [low, high]));
  return known;
}

/** Where in a row of a height the line of a track stands at a frame, from the row's top. */
function lineAt(project: Project, composition: Composition, layer: Layer, { address, channel, spec, operator }: Track, frame: number, height: number): number {
  if (!channel || spec.type !== 'N' || !hasKeys(channel)) return height / 2;
  const value = (channelSampler(channel, 'N') as (x: number) => number)(keyTimesOf(project, composition, layer, { address, spec, operator }).at(frame));
  return yIn(value, rangeOf(channel), height);
}

function yIn(value: number, [low, high]: readonly [number, number], height: number): number {
  const reach = height / 2 - 5;
  return height / 2 + reach - ((value - low) / (high - low || 1)) * reach * 2;
}

/** The motion between two pegs is the line between them: straight, curved, or dashed level where it is held. */
function drawMotion(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, row: Row, still: Track): void {
  const { project, composition, width } = look;
  const slid = slidBy(layer.id, look.shift);
  const view = slid === 0 ? look.view : { ...look.view, from: look.view.from - slid };
  const track = shiftedTrack(project, composition, layer, still, look.shift);
  const { channel, spec } = track;
  const times = keyTimesOf(project, composition, layer, track);
  const pegs = pegsOf(project, composition, layer, [track]);
  if (!channel) return;
  const driven = spec.type === 'N' ? drivenAt(project, composition, layer, track) : null;
  if (driven) {
    const [low, high] = drivenRange(driven, composition);
    const keyed = hasKeys(channel) ? rangeOf(channel) : ([channel.value, channel.value] as readonly [number, number]);
    const both: readonly [number, number] = [Math.min(low, keyed[0]), Math.max(high, keyed[1])];
    drawDriven(to, look, driven, (value) => row.top + yIn(value, both, row.height));
  }
  if (pegs.length === 0) return;
  const middle = row.top + row.height / 2;
  const first = Math.max(0, xOf(pegs[0]!.at, view));
  const last = Math.min(width, xOf(pegs[pegs.length - 1]!.at, view));
  to.strokeStyle = INK.amber;
  to.lineWidth = 1;
  if (spec.type === 'N') {
    const sample = channelSampler(channel, 'N') as (x: number) => number;
    const valueAt = (x: number) => sample(times.at(frameOf(x, view)));
    const points: [number, number][] = [];
    for (let x = first; x <= last; x += 2) {
      points.push([x, valueAt(x)]);
    }
    const own = rangeOf(channel);
    const given = driven ? drivenRange(driven, composition) : own;
    const range: readonly [number, number] = [Math.min(own[0], given[0]), Math.max(own[1], given[1])];
    const y = (value: number) => row.top + yIn(value, range, row.height);
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
  drawPegs(to, track === still ? look : { ...look, shift: null }, layer.id, pegs, middle - 6, 12, true);
}

const TrackHead = memo(function TrackHead({ top, height, layer, track, project, composition }: { readonly top: number; readonly height: number; readonly layer: Layer; readonly track: Track; readonly project: Project; readonly composition: Composition }) {
  const frame = useEditorState((state) => state.frame);
  const layers = useMemo(() => [layer], [layer]);
  const value = valueAt(project, composition, layer, track, frame);
  const shown = typeof value === 'number' ? `${showNumber(value)}${track.spec.unit === '°' ? '°' : ` ${track.spec.unit}`}` : typeof value === 'string' ? value : '';
  const limits = track.channel?.limits ?? null;
  const beyond = typeof value === 'number' && limits !== null && (value < limits[0] - 1e-6 || value > limits[1] + 1e-6);
  return (
    <div role="row" data-pick={`${layer.id} ${track.address}`} style={{ top, height }} className="absolute inset-x-0 flex items-center gap-2 border-b border-[#262a20] pr-1 pl-9 text-[12.5px]">
      <span role="gridcell" className="min-w-0 grow truncate text-muted" title={track.channel?.formula ? `${track.spec.label}, by a formula${track.channel.formulaOff ? ' that is off' : ''}: ${track.channel.formula}` : track.spec.label}>{track.spec.label}{track.channel?.formula && <span aria-label={track.channel.formulaOff ? 'its formula is off' : 'driven by a formula'} className={track.channel.formulaOff ? 'text-muted line-through' : 'text-chalk'}> =</span>}</span>
      {typeof value === 'number' && !layer.locked && !isDrivenNow(track.channel)
        ? <RowValue layer={layer} track={track} composition={composition} frame={frame} value={value} shown={shown} beyond={beyond} />
        : <span role="gridcell" className={`max-w-24 shrink-0 truncate font-mono text-[12px] ${beyond ? 'text-rust' : isDrivenNow(track.channel) ? 'text-chalk' : 'text-amber'}`} title={beyond ? `Beyond its bounds ${limits![0]} and ${limits![1]}` : undefined}>{shown}</span>}
      <span role="gridcell" className="shrink-0"><KeyStringOf layers={layers} track={track.address} label={`${track.spec.label} of ${layer.name}`} project={project} composition={composition} frame={frame} disabled={layer.locked} /></span>
    </div>
  );
});
