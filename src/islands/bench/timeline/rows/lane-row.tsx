import { Maximize2, Minimize2 } from 'lucide-react';
import { sourceTimeAt, tiesFor, timeHandles, timeMovedTwice, timingOf, type MarkedTime } from '../../../../core/scene';
import type { Composition, Layer, LayerOf } from '../../../../core/model';
import { ratio } from '../../../../core/time';
import { pieces, rateAt, type PreparedStack } from '../../../../core/timing';
import { IconButton } from '../../../../ui';
import { useEditor, useEditorState } from '../../editor/editor-context';
import { foldKey, rateKey, type TimelineView } from '../../editor/state';
import { showNumber } from '../../panel/read-number';
import { Thumbnail } from '../../picture/thumbnail';
import type { Grip } from '../hit';
import { drawProblemLines } from '../problem-marks';
import { INK } from '../inks';
import { frameOf, xOf } from '../scale';
import { FOOT, handleHeight, handlePlace, laneScale, timeGrip } from '../time-grip';
import { timingWords } from '../timing-words';
import type { TracksLook } from '../tracks-look';
import { MovedTwice } from './moved-twice';
import { defineRow, type HeadProps, type Row, type RowPlace } from './row';

/** The picture time of a nest: its whole timing as one curve. */
export const laneRow = defineRow<LayerOf<'nest'>>({
  kind: 'lane',
  height: 104,
  under: ({ composition }, layer, choice) => (choice.lanes.has(foldKey(composition.id, layer.id)) ? ofNest(layer) : []),
  alone: (_, layer, name) => (name === '' ? (ofNest(layer)[0] ?? null) : null),
  draw: (to, look, row) => drawMap(to, look, row.own, row),
  hit: (row, place, view, x, y) => timeGrip(place, row.own, view, x, y, row.height) ?? slipGrip(place, row, view, x, y) ?? { kind: 'row', layer: row.own.id },
  Head,
});

function ofNest(layer: Layer): readonly { readonly key: string; readonly own: LayerOf<'nest'> }[] {
  return layer.kind === 'nest' ? [{ key: '', own: layer }] : [];
}

/** So near, in pixels, the line is taken hold of. */
const NEAR = 6;

/** The line of the picture time taken hold of: pulled sideways, what is shown slides under the bar. */
function slipGrip({ project, composition }: RowPlace, { own: layer, height }: Row<LayerOf<'nest'>>, view: TimelineView, x: number, y: number): Grip | null {
  if (layer.locked) return null;
  const { stack, source } = timingOf(project, composition, layer);
  const frame = frameOf(x, view);
  if (!source || !layer.spans.some(([from, until]) => frame >= from && frame < until)) return null;
  const place = laneScale(height, source.D);
  const near = Math.min(...[-NEAR, -NEAR / 2, 0, NEAR / 2, NEAR].map((dx) => Math.abs(place(stack.content.at(frameOf(x + dx, view))) - y)));
  if (near > NEAR) return null;
  return {
    kind: 'grip', layer: layer.id, cursor: 'ew-resize', words: 'Pull sideways: what is shown slides under the bar; the bar, its keys and markers stay; double-click for a key of time here', as: { kind: 'row', layer: layer.id },
    at: Math.round(frame), limits: [-Infinity, Infinity], ...throughPoint(layer, composition, stack, source.D, Math.round(frame)), event: 'layers.slip', args: { composition: composition.id, layers: [layer.id], by: 0 },
    pull: (by) => ({ move: { by }, told: by === 0 ? 'as it was' : `what is shown comes ${showNumber(Math.abs(by))} f ${by > 0 ? 'later' : 'earlier'}` }),
  };
}

/** What a double-click on the line does: a remap through that point, or one more key of the remap that comes last; nothing changes by it. */
function throughPoint(layer: LayerOf<'nest'>, { id }: Composition, stack: PreparedStack, D: number, frame: number): Pick<Grip, 'twice'> {
  const last = stack.steps[stack.steps.length - 1];
  const shown = stack.content.at(frame);
  if (!last) {
    if (!(shown > 0 && shown < D - 1)) return {};
    const keys = Object.fromEntries([0, shown, D - 1].map((at, i) => [`k${i + 1}`, { id: `k${i + 1}`, at, to: at, joined: false }]));
    return { twice: { event: 'timing.add', args: { composition: id, layer: layer.id, op: 'remap', frame, born: { keys } } } };
  }
  if (last.node.op !== 'remap') return {};
  const own = layer.timing.by[last.id] as unknown as { readonly keys: Readonly<Record<string, { readonly at: number }>> };
  const at = last.incoming.at(frame);
  const there = Object.values(own.keys);
  if (there.some((key) => Math.abs(key.at - at) < 0.01)) return {};
  let n = there.length + 1;
  while (Object.hasOwn(own.keys, `k${n}`)) n++;
  return { twice: { event: 'timing.set', args: { composition: id, layer: layer.id, operator: last.id, fields: { keys: { ...own.keys, [`k${n}`]: { id: `k${n}`, at, to: shown, joined: false } } } } } };
}

/** Across, composition time; up, picture time: slope is rate, a jump is a turn of the loop. */
function drawMap(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, row: Row): void {
  const { project, composition, view, width } = look;
  const { stack, source } = timingOf(project, composition, layer);
  if (!source) return;
  const bottom = row.top + row.height - 12;
  const scale = laneScale(row.height, source.D);
  const y = (s: number) => row.top + scale(s);
  to.font = "10.5px 'Spline Sans Mono'";
  to.textAlign = 'right';
  for (const s of [0, source.D / 2, source.D]) {
    to.fillStyle = INK.faint;
    to.fillRect(0, Math.round(y(s)), width, 1);
    to.fillStyle = INK.muted;
    to.fillText(String(Math.round(s * 10) / 10), Math.min(width, xOf(composition.duration, view)) - 6, Math.round(y(s)) - 3);
  }
  to.textAlign = 'start';
  to.save();
  to.beginPath();
  to.rect(0, row.top, width, row.height);
  to.clip();
  drawInnerMarkers(to, tiesFor(project, composition, layer), width, y, source.D);
  drawEven(to, view, width, layer.start, source.D * ratio(source.rate, composition.rate), y(0), y(source.D));
  to.strokeStyle = INK.leaf;
  to.lineWidth = 1.75;
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
  // What is wrong is told over the line, and handles stand over that.
  drawProblemLines(to, look, layer.id, row.top, row.height);
  to.font = "10.5px 'Spline Sans Mono'";
  for (const handle of layer.locked ? [] : timeHandles(project, composition, layer)) {
    const [x, top] = [handlePlace(handle, view), row.top + handleHeight(handle, row.height, source.D)];
    if (x < -6 || x > width + 6) continue;
    to.fillStyle = INK.ground;
    to.strokeStyle = INK.leaf;
    to.lineWidth = 1.5;
    to.beginPath();
    if (handle.drawn === 'foot') {
      // A stem down from the line, with a bar across it.
      to.moveTo(x, top - FOOT + 3);
      to.lineTo(x, top);
      to.moveTo(x - (handle.side > 0 ? 0 : 5), top);
      to.lineTo(x + (handle.side < 0 ? 0 : 5), top);
    } else {
      to.roundRect(x - 3.5, top - 3.5, 7, 7, 2);
      to.fill();
    }
    to.stroke();
    if (handle.label === null) continue;
    to.fillStyle = INK.leaf;
    // Near the right edge it stands on the other side.
    const right = x + 12 + to.measureText(handle.label).width > width;
    to.textAlign = right ? 'right' : 'start';
    to.fillText(handle.label, right ? x - 8 : x + 8, top + (handle.drawn === 'foot' ? 4 : right ? -6 : 12));
    to.textAlign = 'start';
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

/** The markers inside, each at the height of its time: what times can be tied to. Names that would touch give way to the one below. */
function drawInnerMarkers(to: CanvasRenderingContext2D, ties: readonly MarkedTime[], width: number, y: (s: number) => number, D: number): void {
  let free = Infinity;
  to.strokeStyle = INK.plum;
  to.fillStyle = INK.plum;
  to.lineWidth = 1;
  for (const { at, name, end } of ties) {
    if (at < 0 || at > D) continue;
    const top = Math.round(y(at)) + 0.5;
    to.globalAlpha = end ? 0.3 : 0.55;
    to.setLineDash([1, 5]);
    to.beginPath();
    to.moveTo(0, top);
    to.lineTo(width, top);
    to.stroke();
    to.setLineDash([]);
    to.globalAlpha = 1;
    if (end || top > free - 11) continue;
    to.fillText(name, 6, top - 3);
    free = top;
  }
}

/** Faint lines at 100 %, one behind the other: what runs beside them runs as it was made. */
function drawEven(to: CanvasRenderingContext2D, view: TracksLook['view'], width: number, start: number, length: number, low: number, high: number): void {
  if (length * view.pixelsPerFrame < EVEN_APART) return;
  to.strokeStyle = INK.faint;
  to.lineWidth = 1;
  to.setLineDash([2, 4]);
  to.beginPath();
  for (let from = start + Math.floor((frameOf(0, view) - start) / length) * length; xOf(from, view) < width; from += length) {
    to.moveTo(xOf(from, view), low);
    to.lineTo(xOf(from + length, view), high);
  }
  to.stroke();
  to.setLineDash([]);
}

/** Lines at 100 % stand no nearer to each other than this, in pixels. */
const EVEN_APART = 48;

function Head({ row, project, composition }: HeadProps<LayerOf<'nest'>>) {
  const { own: layer, top, height } = row;
  const problems = useEditorState((state) => state.problems);
  const { source, stack } = timingOf(project, composition, layer);
  // How fast it runs where the playhead is; while it plays nobody reads it.
  const rate = useEditorState((state) => (source && !state.playing ? Math.round(rateAt(stack.content, state.frame) * ratio(source.rate, composition.rate) * 1000) / 10 : null));
  const gap = problems.some((problem) => problem.code === 'seam-gap' && problem.where.composition === composition.id && problem.where.layer === layer.id);
  const twice = timeMovedTwice(project, composition, layer);
  const editor = useEditor();
  const key = foldKey(composition.id, layer.id);
  const alone = useEditorState((state) => state.laneAlone === key);
  const rates = rateKey(composition.id, layer.id);
  const rated = useEditorState((state) => state.lanes.has(rates));
  const toggleRate = () => { const lanes = new Set(editor.store.getState().lanes); if (!lanes.delete(rates)) lanes.add(rates); editor.set({ lanes }); };
  const loops = Object.values(layer.timing.by).some((node) => node.op === 'loop' && !node.off && node.mode === 'repeat');
  return (
    <div role="row" style={{ top, height }} className="absolute inset-x-0 flex justify-between gap-2 overflow-hidden border-b border-[#262a20] py-2.5 pr-3 pl-9">
      <span role="gridcell" className="min-w-0">
        <span className="flex items-center gap-1">
          Picture time
          <IconButton className="h-5" label={alone ? 'Picture time among the rows again' : 'Picture time over the whole timeline'} hint="Shift+L" onClick={() => editor.set({ laneAlone: alone ? null : key })}>{alone ? <Minimize2 size={12} /> : <Maximize2 size={12} />}</IconButton>
        </span>
        <span className={`${twice ? 'line-clamp-1' : 'line-clamp-2'} text-[12px] text-muted`}>{timingWords(layer)}</span>
        {twice && <MovedTwice {...twice} />}
        {rate !== null && <button type="button" aria-pressed={rated} title={rated ? 'Close the rate over time' : 'The rate over time, in a lane of its own'} onClick={toggleRate} className="-mx-1 block rounded px-1 text-[12px] text-muted hover:bg-raised hover:text-paper">here at <span className="font-mono text-paper">{rate} %</span></button>}
        {loops && <span className={`block text-[12px] ${gap ? 'text-amber' : 'text-leaf'}`}>{gap ? 'Seam is open' : 'Seam closed'}</span>}
      </span>
      {source && (
        <span aria-hidden="true" className="flex flex-col justify-between">
          {[0.99, 0.5, 0].map((part) => <Thumbnail key={part} composition={layer.source} frame={Math.floor(source.offset + source.D * part)} width={34} height={24} />)}
        </span>
      )}
    </div>
  );
}
