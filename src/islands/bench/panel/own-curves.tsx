import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Ease, KeyRef } from '../../../core/commands';
import { CURVES, prepareCurve, prepareEase, type KeyCurve } from '../../../core/keys';
import { inOrder, type Project } from '../../../core/model';
import { IconButton, InPlace } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { CurveTile } from './curve-tile';

/** Eases are one where no number of theirs differs by more. */
const SAME = 1e-6;

/** Curves that are kept with the project, and the button that keeps the one that is meant: a curve of the list, or the shape that the handles have. */
export function OwnCurves({ project, legs, curve, ease }: {
  readonly project: Project;
  readonly legs: { readonly composition: string; readonly keys: readonly KeyRef[] };
  readonly curve: KeyCurve | null;
  readonly ease: Ease | null;
}) {
  const editor = useEditor();
  const [naming, setNaming] = useState<string | null>(null);
  const own = inOrder(project.presets).filter((preset) => preset.of === 'curve');
  const isOn = (data: { readonly ease?: Ease }) => (data.ease ? ease !== null && data.ease.every((part, n) => Math.abs(part - ease[n]!) < SAME) : JSON.stringify(curve) === JSON.stringify(data));
  // Straight is no shape to be kept.
  const bent = ease && (ease[0] !== ease[1] || ease[2] !== ease[3]);
  const data = curve ?? (bent ? { ease } : null);
  const keep = () => {
    const name = curve ? `${CURVES.find((one) => one.kind === curve.kind)?.title ?? 'Curve'} of ours` : 'Ours';
    const made = editor.do('presets.add', { name, of: 'curve', data });
    setNaming((made?.made?.[0] as string | undefined) ?? null);
  };
  const named = own.find(({ id }) => id === naming);
  return (
    <>
      {own.map((preset) => {
        const kept = preset.data as KeyCurve & { readonly ease?: Ease };
        const give = () => void (kept.ease ? editor.do('keys.pull', { ...legs, ease: kept.ease } as never) : editor.do('keys.set', { ...legs, fields: { curve: kept } } as never));
        return (
          <span key={preset.id} className="relative" onDoubleClick={() => setNaming(preset.id)} onKeyDown={(event) => { if (event.key === 'F2') setNaming(preset.id); }}>
            <CurveTile title={preset.name} at={kept.ease ? prepareEase(...kept.ease) : prepareCurve(kept).at} on={isOn(kept)} strength={null} usual={null} onPress={give} pull={null} />
            <span className="absolute -top-1 -right-1"><IconButton className="h-4 w-4! bg-deep" label={`Delete the curve ${preset.name}`} onClick={() => void editor.do('presets.delete', { preset: preset.id })}><Trash2 size={9} /></IconButton></span>
          </span>
        );
      })}
      {data && !own.some((preset) => isOn(preset.data as { readonly ease?: Ease })) && (
        <button type="button" title="Keep this curve with the project" aria-label="Keep this curve with the project" onClick={keep} className="grid h-[42px] place-items-center rounded-md text-muted ring-1 ring-line ring-inset hover:bg-lifted hover:text-paper"><Plus size={14} aria-hidden="true" /></button>
      )}
      {named && <span className="col-span-full"><InPlace key={named.id} label="Name of the curve" value={named.name} editing onDone={() => setNaming(null)} onSet={(name) => void editor.do('presets.rename', { preset: named.id, name })} /></span>}
    </>
  );
}
