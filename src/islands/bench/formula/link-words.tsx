import { Link2 } from 'lucide-react';
import { readLink, type TrackRef } from '../../../core/commands';
import type { Composition, Project } from '../../../core/model';
import { TypedField } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { readNumber, showNumber } from '../panel/read-number';

/** A formula that is a link, in words whose numbers can be set: how much of what it follows, how much more, how many frames later. */
export function LinkWords({ project, composition, tracks, text }: { readonly project: Project; readonly composition: Composition; readonly tracks: readonly TrackRef[]; readonly text: string }) {
  const editor = useEditor();
  const link = readLink(project, composition.id, tracks[0]!.layer, text);
  if (!link) return null;
  const { gain = 1, plus = 0, later = 0 } = link.following;
  const { spec } = link.track;
  const set = (next: object) => editor.do('links.set', { tracks: [...tracks], to: { layer: link.to.layer, track: link.to.track, through: [...(link.to.through ?? [])] }, gain, plus, later, ...next });
  const scales = spec.type === 'N' || spec.type === 'P';
  const number = (label: string, value: number, unit: string, onSet: (value: number) => void) => (
    <span className="w-[62px] shrink-0"><TypedField label={label} title={label} edited={showNumber(value)} shown={`${showNumber(value)}${unit}`} read={(typed) => readNumber(typed, value, '')} onSet={onSet} onStep={(way, large) => onSet(value + way * (large ? 10 : 1))} /></span>
  );
  return (
    <p className="flex flex-wrap items-center gap-x-1 gap-y-1 text-[12px] text-muted">
      <Link2 size={12} aria-hidden="true" className="text-chalk" />
      {scales && <>{number('How much of it', gain * 100, ' %', (value) => set({ gain: value / 100 }))}<span>of</span></>}
      <span className="max-w-44 truncate text-chalk" title={`${link.layer.name}'s ${spec.label.toLowerCase()}`}>{link.layer.name}’s {spec.label.toLowerCase()}</span>
      {spec.type === 'N' && <><span>and</span>{number('How much more', plus, spec.unit === '' ? '' : ` ${spec.unit}`, (value) => set({ plus: value }))}</>}
      {number('How many frames later', later, ' f', (value) => set({ later: value }))}<span>later</span>
    </p>
  );
}
