import { X } from 'lucide-react';
import { timingOf } from '../../../../core/scene';
import type { Composition, LayerOf, Project } from '../../../../core/model';
import { ratio, type Frames } from '../../../../core/time';
import { pieces, rateAt, type Piece } from '../../../../core/timing';
import { IconButton, TypedField, type Reading } from '../../../../ui';
import { useEditor, useEditorState } from '../../editor/editor-context';
import { rateKey } from '../../editor/state';
import { readNumber, showNumber } from '../../panel/read-number';
import { INK } from '../inks';
import { frameOf, xOf } from '../scale';
import type { TracksLook } from '../tracks-look';
import { defineRow, type HeadProps, type Row } from './row';

/** Rates beyond these stand at the lane's edge, in percent. */
const [LOWEST, HIGHEST] = [-400, 800];
/** More pieces are not drawn one by one. */
const MOST = 1500;

/** How fast the picture of a nest runs, in percent over time: to be read, and typed for the part at the playhead. */
export const rateRow = defineRow<LayerOf<'nest'>>({
  kind: 'rate',
  height: 64,
  under: ({ composition }, layer, choice) => (layer.kind === 'nest' && choice.lanes.has(rateKey(composition.id, layer.id)) ? [{ key: '', own: layer }] : []),
  draw: drawRates,
  hit: (row) => ({ kind: 'row', layer: row.own.id }),
  Head,
});

/** Percent at a host frame, as what runs there: 100 is as it was made. */
function percentAt(project: Project, composition: Composition, layer: LayerOf<'nest'>): ((frame: Frames) => number) | null {
  const { stack, source } = timingOf(project, composition, layer);
  if (!source) return null;
  const factor = 100 * ratio(source.rate, composition.rate);
  return (frame) => rateAt(stack.content, frame) * factor;
}

function drawRates(to: CanvasRenderingContext2D, { project, composition, view, width }: TracksLook, row: Row<LayerOf<'nest'>>): void {
  const layer = row.own;
  const { stack, source } = timingOf(project, composition, layer);
  if (!source) return;
  const factor = 100 * ratio(source.rate, composition.rate);
  const list: Piece[] = [];
  for (const [from, until] of layer.spans) for (const piece of pieces(stack.content, Math.max(from, frameOf(0, view)), Math.min(until, frameOf(width, view)))) if (list.push(piece) > MOST) break;
  const clamp = (percent: number) => Math.min(HIGHEST, Math.max(LOWEST, percent));
  const ends = list.flatMap((piece) => [piece.rate(piece.from), piece.rate(piece.to - 1e-6)].map((rate) => clamp(rate * factor)));
  const [low, high] = [Math.min(0, ...ends), Math.max(130, ...ends)];
  const y = (percent: number) => row.top + row.height - 10 - ((clamp(percent) - low) / (high - low)) * (row.height - 22);
  to.font = "10.5px 'Spline Sans Mono'";
  const marks = [...new Set([low < 0 ? Math.round(low) : 0, 0, 100, ...(high > 150 ? [Math.round(high)] : [])])];
  to.fillStyle = INK.faint;
  for (const mark of marks) to.fillRect(0, Math.round(y(mark)), width, 1);
  to.save();
  to.beginPath();
  to.rect(0, row.top, width, row.height - 1);
  to.clip();
  to.strokeStyle = INK.leaf;
  to.lineWidth = 1.75;
  to.beginPath();
  list.forEach((piece, i) => {
    const [left, right] = [xOf(piece.from, view), xOf(piece.to, view)];
    const start = y(piece.rate(piece.from) * factor);
    // From one rate to the next it goes straight up or down; a turn of a loop alone changes none.
    if (i === 0 || Math.abs(list[i - 1]!.to - piece.from) > 1e-6) to.moveTo(left, start);
    else to.lineTo(left, start);
    if (piece.kind === 'curved') for (let x = left + 2; x < right; x += 2) to.lineTo(x, y(piece.rate(frameOf(x, view)) * factor));
    to.lineTo(right, y(piece.rate(piece.to - 1e-6) * factor));
  });
  to.stroke();
  to.fillStyle = INK.leaf;
  let free = -Infinity;
  for (const [i, piece] of list.entries()) {
    const percent = Math.round(piece.rate(piece.from) * factor * 10) / 10;
    const before = list[i - 1];
    const same = before && before.kind !== 'curved' && Math.abs(before.rate(before.from) * factor - percent) < 0.05;
    const left = Math.max(0, xOf(piece.from, view)) + 4;
    if (piece.kind === 'curved' || same || left < free || xOf(piece.to, view) - left < 34) continue;
    const words = `${percent} %`;
    to.fillText(words, left, Math.max(row.top + 10, y(percent) - 4));
    free = left + to.measureText(words).width + 8;
  }
  to.textAlign = 'right';
  const edge = Math.min(width, xOf(composition.duration, view)) - 6;
  for (const mark of marks) {
    // The line may run through them.
    const [words, foot] = [`${mark} %`, Math.round(y(mark)) - 2];
    to.fillStyle = INK.ground;
    to.fillRect(edge - to.measureText(words).width - 3, foot - 9, to.measureText(words).width + 6, 11);
    to.fillStyle = INK.muted;
    to.fillText(words, edge, foot);
  }
  to.restore();
}

function Head({ row, project, composition }: HeadProps<LayerOf<'nest'>>) {
  const editor = useEditor();
  const { own: layer, top, height } = row;
  const frame = useEditorState((state) => (state.playing ? null : state.frame));
  const key = rateKey(composition.id, layer.id);
  const percent = percentAt(project, composition, layer);
  const here = percent && frame !== null ? Math.round(percent(frame) * 10) / 10 : null;
  const read = (text: string): Reading<number> => readNumber(text, here ?? 100, '%');
  return (
    <div role="row" style={{ top, height }} className="absolute inset-x-0 flex items-start justify-between gap-2 overflow-hidden border-b border-[#262a20] py-1.5 pr-3 pl-9">
      <span role="gridcell" className="min-w-0 text-[12px] text-muted">
        <span className="flex items-center gap-1 text-[13px] text-paper">
          Rate
          <IconButton className="h-5" label={`Close the rate of ${layer.name}`} onClick={() => { const lanes = new Set(editor.store.getState().lanes); lanes.delete(key); editor.set({ lanes }); }}><X size={12} /></IconButton>
        </span>
        of the part here
      </span>
      <span role="gridcell" className="w-[84px] shrink-0">
        <TypedField label={`Rate of ${layer.name} here`} title="Type how fast the part at the playhead runs" tone="inset" disabled={layer.locked || here === null} edited={here === null ? '' : showNumber(here)} shown={here === null ? '' : `${showNumber(here)} %`} read={read} onSet={(next) => frame !== null && editor.do('timing.piece', { layer: layer.id, frame, rate: next / 100 })} />
      </span>
    </div>
  );
}
