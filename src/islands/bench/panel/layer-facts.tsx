import { memo } from 'react';
import { holds, partnerByName, type PlainField } from '../../../core/commands';
import { BLENDS, inOrder, isDrawn, type Composition, type Layer, type Project } from '../../../core/model';
import { Select } from '../../../ui';
import { blendWords } from '../editor/actions';
import { useEditor } from '../editor/editor-context';
import { Fields } from './group';
import { InkChoice } from './ink-choice';
import { Labelled } from './labelled';

type Props = { readonly project: Project; readonly composition: Composition; readonly layers: readonly Layer[] };

/** Whom layers follow, how they blend, what they show, and their ink in lists. */
export const LayerFacts = memo(function LayerFacts({ project, composition, layers }: Props) {
  const editor = useEditor();
  const ids = layers.map((layer) => layer.id);
  const set = (field: PlainField, value: unknown) => editor.do('layers.set', { composition: composition.id, layers: ids, field, value });
  const same = <T,>(pick: (layer: Layer) => T): T | undefined => (layers.every((layer) => pick(layer) === pick(layers[0]!)) ? pick(layers[0]!) : undefined);
  const drawn = layers.every((layer) => isDrawn(layer.kind));
  const parent = same((layer) => layer.parent);
  const leaders = inOrder(composition.layers).filter((layer) => isDrawn(layer.kind) && !ids.includes(layer.id));
  const follow = (id: string) => {
    const state = editor.store.getState();
    editor.do('layers.parent', { composition: composition.id, layers: ids, parent: id === '' ? null : id, frame: state.frame });
  };
  const blend = same((layer) => layer.blend);
  const nests = layers.every((layer) => layer.kind === 'nest');
  const images = layers.every((layer) => layer.kind === 'image');
  const source = nests || images ? same((layer) => ('source' in layer ? layer.source : '')) : undefined;
  const proposed = layers.length === 1 ? partnerByName(composition, layers[0]!) : null;
  const colour = same((layer) => layer.colour);
  return (
    <Fields>
      {drawn && (
        <Labelled full name="Follows" field="follows">
          <Select label="Follows" value={parent === undefined ? '?' : (parent ?? '')} onChange={(id) => id !== '?' && follow(id)} options={[...(parent === undefined ? [['?', 'mixed'] as const] : []), ['', 'nothing'], ...leaders.map((layer) => [layer.id, layer.name] as const)]} />
        </Labelled>
      )}
      {drawn && <Labelled full name="Blend" field="blend"><Select label="Blend" value={blend ?? ''} onChange={(next) => next !== '' && set('blend', next)} options={[...(blend === undefined ? [['', 'mixed'] as const] : []), ...BLENDS.map((one) => [one as string, blendWords(one)] as const)]} /></Labelled>}
      {nests && <Labelled full name="Shows" field="shows"><Select label="Composition that it shows" value={source ?? '?'} onChange={(id) => id !== '?' && set('source', id)} options={[...(source === undefined ? [['?', 'mixed'] as const] : []), ...inOrder(project.compositions).filter((one) => one.id === source || !holds(project, one.id, composition.id)).map((one) => [one.id, one.name] as const)]} /></Labelled>}
      {images && <Labelled full name="Shows" field="shows"><Select label="Picture that it shows" value={source ?? '?'} onChange={(id) => id !== '?' && set('source', id)} options={[...(source === undefined ? [['?', 'mixed'] as const] : []), ...inOrder(project.assets).filter((one) => one.type === 'image').map((one) => [one.id, one.name] as const)]} /></Labelled>}
      {nests && <label className="flex items-center gap-2 text-muted"><input type="checkbox" className="size-[16px] accent-leaf" checked={layers.every((layer) => layer.kind === 'nest' && layer.clipFrame)} onChange={(event) => set('clipFrame', event.target.checked)} />Clipped to its frame</label>}
      {drawn && layers.length === 1 && (
        <Labelled full name="Partner" field="partner">
          {proposed
            ? <button type="button" title={`Their names make a pair: a press makes ${proposed.name} its partner, so that poses are mirrored between them`} onClick={() => editor.do('layers.partners', { composition: composition.id, layers: [ids[0]!, proposed.id] })} className="w-full truncate rounded-md px-1.5 py-1 text-left text-[12px] text-leaf ring-1 ring-line ring-inset hover:bg-lifted">{proposed.name}?</button>
            : <Select label="Partner" value={layers[0]!.partner ?? ''} onChange={(id) => (id === '' ? editor.do('layers.set', { composition: composition.id, layers: [ids[0]!, layers[0]!.partner!], field: 'partner', value: null }) : editor.do('layers.partners', { composition: composition.id, layers: [ids[0]!, id] }))} options={[['', 'nobody'], ...leaders.map((layer) => [layer.id, layer.name] as const)]} />}
        </Labelled>
      )}
      <InkChoice field="ink" value={colour} onSet={(ink) => set('colour', ink)} />
    </Fields>
  );
});
