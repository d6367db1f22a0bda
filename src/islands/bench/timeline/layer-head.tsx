import { memo } from 'react';
import { Activity, ChevronDown, ChevronRight, Eye, EyeOff, FilmIcon, FlipHorizontal2, Lock, LockOpen, Target } from 'lucide-react';
import { type PlainField } from '../../../core/commands';
import type { Layer } from '../../../core/model';
import { InPlace } from '../../../ui';
import { useEditor } from '../editor/editor-context';
import { nameLayer } from '../editor/name-layer';
import { foldKey } from '../editor/state';
import { LABELS } from './inks';

/** What presses on a layer's row do; the same for all rows and renders. */
export type HeadActs = {
  readonly choose: (layer: Layer, event: React.MouseEvent) => void;
  readonly drag: (layer: Layer, event: React.PointerEvent<HTMLElement>) => void;
  readonly menu: (layer: Layer, event: React.MouseEvent) => void;
};

type Props = {
  readonly top: number;
  readonly height: number;
  readonly index: number;
  readonly layer: Layer;
  readonly composition: string;
  readonly selected: boolean;
  readonly open: boolean;
  readonly opens: boolean;
  readonly lane: boolean;
  readonly renaming: boolean;
  /** What it follows and is driven by, in words behind its name; empty where it is bound to nothing. */
  readonly bound: string;
  /** The name of its partner; empty where it has none. */
  readonly partner: string;
  /** How many leaders it stands drawn in under. */
  readonly depth: number;
  /** What is dragged would follow it. */
  readonly target: boolean;
  readonly acts: HeadActs;
};

/** A layer's row at the left of its bar: fold, ink, name, and its switches. Those that are off show themselves on hover. */
export const LayerHead = memo(function LayerHead({ top, height, index, layer, composition, selected, open, opens, lane, renaming, bound, partner, depth, target, acts }: Props) {
  const editor = useEditor();
  const { name } = layer;
  const flip = (which: 'unfolded' | 'lanes') => {
    const key = foldKey(composition, layer.id);
    const next = new Set(editor.store.getState()[which]);
    if (!next.delete(key)) next.add(key);
    editor.set({ [which]: next });
  };
  /** A switch of a selected layer is that of all that are selected. */
  const set = (field: PlainField, value: boolean) => {
    const { selection } = editor.store.getState();
    editor.do('layers.set', { composition, layers: selected ? selection.layers : [layer.id], field, value });
  };
  return (
    <div role="row" data-pick={layer.id} aria-rowindex={index + 1} aria-selected={selected} style={{ top, height }} onContextMenu={(event) => acts.menu(layer, event)}
      className={`group absolute inset-x-0 flex items-center gap-0.5 border-b border-[#262a20] pr-1.5 pl-1 ${target ? 'bg-leaf/25 ring-1 ring-leaf ring-inset' : selected ? 'bg-[#232a1b]' : ''}`}>
      <span role="gridcell" className="flex min-w-0 grow items-center gap-1" style={{ paddingLeft: 6 + depth * 12 }}>
        {opens ? (
          <button type="button" aria-label={`${open ? 'Fold' : 'Unfold'} ${name}`} aria-expanded={open} onClick={() => flip('unfolded')} className="grid size-5 shrink-0 place-items-center rounded text-muted hover:bg-raised hover:text-paper">
            {open ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
          </button>
        ) : <span className="w-5 shrink-0" />}
        <span aria-hidden="true" title="Drag between others to reorder, onto one to follow it" onPointerDown={(event) => acts.drag(layer, event)} className="flex h-6 w-2.5 shrink-0 cursor-grab touch-none items-center"><span className="h-3 w-1 rounded-sm" style={{ background: LABELS[layer.colour ?? (layer.kind === 'nest' ? 0 : 5)] }} /></span>
        <span className="min-w-0 grow touch-none" onPointerDown={(event) => !renaming && (event.target as HTMLElement).tagName !== 'INPUT' && acts.drag(layer, event)}>
          <InPlace
            label={`Name of ${name}`} value={name} editing={renaming} begun={() => editor.store.getState().typedName} onDone={() => editor.set({ renaming: null, typedName: '' })} onPick={(event) => acts.choose(layer, event)} title={`${name}${layer.kind === 'nest' ? ', a nest' : ''}${bound}: double-click to rename; drag between others to reorder, onto one to follow it`}
            onSet={(next) => nameLayer(editor, composition, layer.id, next)}
            className={`${layer.visible ? '' : 'text-muted line-through'} ${layer.guide ? 'italic' : ''} ${selected ? 'font-medium' : ''}`}
          />
        </span>
      </span>
      {layer.partner !== null && <span role="img" aria-label={`${name} has a partner`} title={partner === '' ? 'Its partner is gone' : `Partner: ${partner}; poses are mirrored between them`} className="grid w-5 shrink-0 place-items-center text-muted"><FlipHorizontal2 size={12} aria-hidden="true" /></span>}
      {layer.kind === 'nest' && <Toggle label={`Picture time of ${name}`} pressed={lane} onPress={() => flip('lanes')}><Activity size={13} /></Toggle>}
      {layer.guide && <Toggle label={`${name} is not in film: put it in`} pressed onPress={() => set('guide', false)}><span className="relative"><FilmIcon size={13} /><span aria-hidden="true" className="absolute top-1/2 -left-0.5 h-px w-[17px] -rotate-45 bg-current" /></span></Toggle>}
      <Toggle label={layer.solo ? `Show ${name} with the others` : `Show ${name} alone`} pressed={layer.solo} quiet onPress={() => set('solo', !layer.solo)}><Target size={13} /></Toggle>
      <Toggle label={layer.locked ? `Unlock ${name}` : `Lock ${name}`} pressed={layer.locked} quiet onPress={() => set('locked', !layer.locked)}>{layer.locked ? <Lock size={12} /> : <LockOpen size={12} />}</Toggle>
      <Toggle label={layer.visible ? `Hide ${name}` : `Show ${name}`} pressed={!layer.visible} quiet onPress={() => set('visible', !layer.visible)}>{layer.visible ? <Eye size={13} /> : <EyeOff size={13} />}</Toggle>
    </div>
  );
});

/** A small switch of a row; a quiet one shows itself when it is on, or when the row is pointed at. */
function Toggle({ label, pressed, quiet, onPress, children }: { readonly label: string; readonly pressed: boolean; readonly quiet?: boolean; readonly onPress: () => void; readonly children: React.ReactNode }) {
  return (
    <button type="button" aria-label={label} aria-pressed={pressed} title={label} onClick={onPress} className={`grid h-6 shrink-0 place-items-center overflow-hidden rounded hover:bg-raised ${pressed ? 'text-leaf' : 'text-muted'} ${quiet && !pressed ? 'w-0 group-focus-within:w-5 group-hover:w-5' : 'w-5'}`}>
      {children}
    </button>
  );
}
