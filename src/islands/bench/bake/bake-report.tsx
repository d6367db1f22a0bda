import { useState } from 'react';
import type { BakeReport } from '../../../core/bake';
import { member } from '../../../core/model';
import { Button } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { trackWords } from './track-words';

/** So many tracks are listed at first. */
const FEW = 8;

/** What a bake came to: keys before and after, how near each track is, what was left, and what may be done next. */
export function BakeReportView({ report, change, onClose }: { readonly report: BakeReport; readonly change: string; readonly onClose: () => void }) {
  const editor = useEditor();
  const project = useEditorState((state) => state.project);
  const composition = useEditorState(current);
  const stands = useEditorState((state) => state.history.done.at(-1)?.id === change);
  const [all, setAll] = useState(false);
  const { keysBefore, keysAfter, worst, left, pictures, between } = report;
  const rows = worst.map((one) => ({ ...one, ...trackWords(project, composition.id, one.track) }));
  const nests = report.layers.flatMap((id) => { const layer = member(composition.layers.by, id); return layer?.kind === 'nest' ? [layer] : []; });
  const go = (frame: number) => {
    onClose();
    editor.seek(frame);
  };
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-3 gap-4">
        <Figure words="Keys" value={`${keysBefore} → ${keysAfter}`} />
        <Figure words={rows.length === 0 ? 'No track moved' : `Greatest difference of ${rows.length} track${rows.length === 1 ? '' : 's'}, at every frame`} value={rows.length === 0 ? '–' : told(rows[0]!.error, rows[0]!.unit)} good={(rows[0]?.error ?? 0) <= 0.02} />
        <Figure words={pictures ? `Pictures apart at most, of 255, in ${pictures.compared} frames` : 'Pictures were not compared'} value={pictures ? `${Math.round(pictures.worst.difference * 10) / 10}` : '–'} good={pictures === null || pictures.worst.difference <= 2} />
      </div>
      {rows.length > 0 && (
        <div className="max-h-[240px] overflow-y-auto" tabIndex={0} role="region" aria-label="Each track">
          <table className="w-full text-left">
            <thead className="text-[12px] text-muted"><tr><th className="pb-1 font-normal">Track</th><th className="pb-1 text-right font-normal">differs by</th><th className="pb-1 pl-4 text-right font-normal">at frame</th></tr></thead>
            <tbody>
              {(all ? rows : rows.slice(0, FEW)).map(({ track, words, unit, error, frame }) => (
                <tr key={track} className="border-t border-line">
                  <td className="max-w-0 truncate py-1 pr-3" title={words}>{words}</td>
                  <td className={`w-[110px] py-1 text-right font-mono ${error <= 0.02 ? 'text-leaf' : 'text-amber'}`}>{told(error, unit)}</td>
                  <td className="w-[80px] py-1 text-right"><button type="button" className="rounded px-1.5 font-mono text-muted hover:bg-raised hover:text-text" aria-label={`Go to frame ${frame}`} onClick={() => go(Math.floor(frame))}>{Math.round(frame * 100) / 100}</button></td>
                </tr>
              ))}
            </tbody>
          </table>
          {!all && rows.length > FEW && <button type="button" className="mt-1 rounded px-1 text-leaf hover:bg-raised" onClick={() => setAll(true)}>{rows.length - FEW} more, which differ less</button>}
        </div>
      )}
      {between && between.error > 0.02 && <p className="text-[12px] text-muted">Between frames, where nothing is promised, {trackWords(project, composition.id, between.track).words} differs by {told(between.error, trackWords(project, composition.id, between.track).unit)} at {between.frame}.</p>}
      {left.length > 0 && (
        <section aria-label="Done otherwise">
          <h3 className="text-[12px] text-muted">Left, or done otherwise</h3>
          <ul className="max-h-[110px] overflow-y-auto">{left.map(({ where, why }, i) => <li key={i} className="py-0.5"><span className="text-amber">{where}</span> {why}</li>)}</ul>
        </section>
      )}
      <div className="flex justify-end gap-2">
        {stands && <Button onClick={() => { editor.undo(); onClose(); }}>Undo the bake</Button>}
        {nests.length === 1 && <Button onClick={() => { onClose(); editor.do('layers.unnest', { layer: nests[0]!.id }); }}>Take {nests[0]!.name} apart</Button>}
        <Button tone="strong" onClick={onClose}>Keep it</Button>
      </div>
    </div>
  );
}

function Figure({ words, value, good = true }: { readonly words: string; readonly value: string; readonly good?: boolean }) {
  return (
    <div>
      <p className={`font-mono text-[22px] leading-7 ${good ? 'text-text' : 'text-amber'}`}>{value}</p>
      <p className="text-[12px] text-muted">{words}</p>
    </div>
  );
}

/** A difference as people read it: what is only dust is nothing. */
function told(error: number, unit: string): string {
  const value = error < 1e-6 ? '0' : error < 0.001 ? '< 0.001' : String(Math.round(error * 1000) / 1000);
  return unit === '' ? value : `${value} ${unit}`;
}
