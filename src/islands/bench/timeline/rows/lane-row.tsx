import { Maximize2, Minimize2 } from 'lucide-react';
import { sourceTimeAt, timingOf } from '../../../../core/scene';
import type { Layer, LayerOf } from '../../../../core/model';
import { pieces } from '../../../../core/timing';
import { IconButton } from '../../../../ui';
import { useEditor, useEditorState } from '../../editor/editor-context';
import { foldKey } from '../../editor/state';
import { Thumbnail } from '../../picture/thumbnail';
import { INK } from '../inks';
import { frameOf, xOf } from '../scale';
import { timingWords } from '../timing-words';
import type { TracksLook } from '../tracks-look';
import { defineRow, type HeadProps, type Row } from './row';

/** The picture time of a nest: its whole timing as one curve. */
export const laneRow = defineRow<LayerOf<'nest'>>({
  kind: 'lane',
  height: 104,
  under: ({ composition }, layer, choice) => (choice.lanes.has(foldKey(composition.id, layer.id)) ? ofNest(layer) : []),
  alone: (_, layer, name) => (name === '' ? (ofNest(layer)[0] ?? null) : null),
  draw: (to, look, row) => drawMap(to, look, row.own, row),
  hit: (row) => ({ kind: 'row', layer: row.own.id }),
  Head,
});

function ofNest(layer: Layer): readonly { readonly key: string; readonly own: LayerOf<'nest'> }[] {
  return layer.kind === 'nest' ? [{ key: '', own: layer }] : [];
}

/** Across, composition time; up, picture time: slope is rate, a jump is a turn of the loop. */
function drawMap(to: CanvasRenderingContext2D, look: TracksLook, layer: Layer, row: Row): void {
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
    to.fillText(String(Math.round(s * 10) / 10), Math.min(width, xOf(composition.duration, view)) - 6, Math.round(y(s)) - 3);
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

function Head({ row, project, composition }: HeadProps<LayerOf<'nest'>>) {
  const { own: layer, top, height } = row;
  const problems = useEditorState((state) => state.problems);
  const source = timingOf(project, composition, layer).source;
  const gap = problems.some((problem) => problem.code === 'seam-gap' && problem.where.composition === composition.id && problem.where.layer === layer.id);
  const editor = useEditor();
  const key = foldKey(composition.id, layer.id);
  const alone = useEditorState((state) => state.laneAlone === key);
  const loops = Object.values(layer.timing.by).some((node) => node.op === 'loop' && !node.off && node.mode === 'repeat');
  return (
    <div role="row" style={{ top, height }} className="absolute inset-x-0 flex justify-between gap-2 overflow-hidden border-b border-[#262a20] py-2.5 pr-3 pl-9">
      <span role="gridcell" className="min-w-0">
        <span className="flex items-center gap-1">
          Picture time
          <IconButton className="h-5" label={alone ? 'Picture time among the rows again' : 'Picture time over the whole timeline'} hint="Shift+L" onClick={() => editor.set({ laneAlone: alone ? null : key })}>{alone ? <Minimize2 size={12} /> : <Maximize2 size={12} />}</IconButton>
        </span>
        <span className="line-clamp-2 text-[12px] text-muted">{timingWords(layer)}</span>
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
