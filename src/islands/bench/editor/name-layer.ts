import type { Editor } from './editor';

/** Names a layer; the name of a nest that is new belongs to the making of it. */
export function nameLayer(editor: Editor, composition: string, layer: string, name: string): void {
  const { revisable, selection } = editor.store.getState();
  const isNew = revisable?.event === 'layers.nest' && selection.layers.includes(layer);
  if (!isNew || editor.revise({ name }) === null) editor.do('layers.set', { composition, layers: [layer], field: 'name', value: name });
}
