import { Plus, X } from 'lucide-react';
import { type MarkerRef } from '../../../core/commands';
import { inTime, type Composition, type Marker } from '../../../core/model';
import { readTypedLength, readTypedTime } from '../../../core/time';
import { IconButton, TypedField, seenText } from '../../../ui';
import { useEditor, useEditorState } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { Group } from './group';
import { InkChoice } from './ink-choice';
import { showNumber } from './read-number';

/** Markers of a layer, or of the composition (`layer` null): when, what they are called, what is noted, and whether they fire. */
export function MarkerList({ composition, owner, layer }: { readonly composition: Composition; readonly owner: { readonly name: string; readonly markers: Composition['markers'] }; readonly layer: string | null }) {
  const editor = useEditor();
  const markers = inTime(owner.markers);
  const add = () => {
    const state = editor.store.getState();
    const id = freshId();
    if (editor.do('markers.add', { composition: composition.id, layers: layer === null ? [] : [layer], at: state.frame }, () => id)) editor.select({ markers: [{ layer, marker: id }], keys: [] });
  };
  return (
    <Group title="Markers" plain beside={<div className="flex justify-end"><IconButton className="h-6" label={`Mark ${owner.name} at the playhead`} hint="M" onClick={add}><Plus size={14} /></IconButton></div>}>
      {markers.length === 0 && <p className="text-muted">None. M puts one at the playhead.</p>}
      <ul className="flex flex-col gap-1">{markers.map((marker) => <MarkerRow key={marker.id} composition={composition} marker={marker as Marker} at={{ layer, marker: marker.id }} />)}</ul>
    </Group>
  );
}

function MarkerRow({ composition, marker, at }: { readonly composition: Composition; readonly marker: Marker; readonly at: MarkerRef }) {
  const editor = useEditor();
  const selected = useEditorState((state) => state.selection.markers.some((ref) => ref.layer === at.layer && ref.marker === at.marker));
  const set = (fields: Partial<Marker>) => editor.do('markers.set', { composition: composition.id, markers: [at], fields });
  return (
    <li className={`rounded-md ${selected ? 'bg-raised/70 p-1' : ''}`}>
      <div className="grid grid-cols-[74px_minmax(0,1fr)_auto_auto] items-center gap-1">
        <TypedField label={`Time of marker ${marker.name || 'without a name'}`} edited={showNumber(marker.at)} shown={`${showNumber(marker.at)} f`} onSet={(frame: number) => set({ at: frame })} read={(text) => {
          const reading = readTypedTime(text, { at: marker.at, rate: composition.rate, tempo: composition.tempo });
          return reading.ok ? { ok: true, value: reading.at, read: reading.read } : reading;
        }} />
        <PlainInput label="Name of the marker" mark={selected} value={marker.name} placeholder="Name" onSet={(name) => set({ name })} onFocus={() => { editor.select({ markers: [at], keys: [] }); editor.seek(marker.at); }} />
        <button type="button" aria-pressed={marker.fires} title={marker.fires ? 'It fires moves; press to make it a note' : 'A note: it fires nothing; press to let it fire'} onClick={() => set({ fires: !marker.fires })} className={`h-6 rounded-md px-1.5 text-[12px] ${marker.fires ? 'text-plum' : 'text-muted'} hover:bg-raised`}>{marker.fires ? 'fires' : 'note'}</button>
        <IconButton className="h-6" label={`Delete the marker ${marker.name}`} onClick={() => editor.do('markers.delete', { composition: composition.id, markers: [at] })}><X size={13} /></IconButton>
      </div>
      {selected && (
        <div className="flex flex-col gap-1 pt-1">
          <PlainInput label="Note on the marker" value={marker.note} placeholder="Note" onSet={(note) => set({ note })} />
          <div className="grid grid-cols-[72px_74px] items-center gap-1">
            <span className="text-muted">Lasts</span>
            <TypedField label="Length of the marker" edited={showNumber(marker.length)} shown={`${showNumber(marker.length)} f`} onSet={(length: number) => set({ length })} read={(text) => {
              const reading = readTypedLength(text, { at: marker.at, length: marker.length, rate: composition.rate, tempo: composition.tempo });
              return reading.ok ? { ok: true, value: reading.at, read: reading.read } : reading;
            }} />
          </div>
          <InkChoice value={marker.colour} onSet={(colour) => set({ colour })} />
        </div>
      )}
    </li>
  );
}

/** A line of words: kept on Enter and on leaving, as it was on Esc. */
export function PlainInput({ label, value, placeholder, onSet, onFocus, mark }: { readonly label: string; readonly value: string; readonly placeholder: string; readonly onSet: (value: string) => void; readonly onFocus?: () => void; readonly mark?: boolean }) {
  return (
    <input
      key={value} aria-label={label} defaultValue={value} placeholder={placeholder} {...(mark ? { 'data-marker-name': '' } : {})} onFocus={onFocus} maxLength={400}
      onBlur={(event) => seenText(event.target.value) !== value && onSet(seenText(event.target.value))}
      onKeyDown={(event) => { event.stopPropagation(); if (event.key === 'Enter') event.currentTarget.blur(); if (event.key === 'Escape') { event.currentTarget.value = value; event.currentTarget.blur(); } }}
      className="w-full min-w-0 rounded-md bg-raised px-1.5 py-1 text-[12.5px] placeholder:text-muted hover:bg-lifted focus:bg-deep"
    />
  );
}
