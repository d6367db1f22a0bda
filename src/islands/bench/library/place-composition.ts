import { holds } from '../../../core/commands';
import { newNest, type Composition } from '../../../core/model';
import { convertFrames } from '../../../core/time';
import { current, type Editor } from '../editor/editor';
import { freshId } from '../editor/fresh-id';
import { placed } from './placed';

/** Where a composition is to stand in the open one: its middle on the picture, its first frame, and the layer that it stands above. What is not said is the picture's middle, the playhead, and above what is selected. */
export type Standing = { readonly middle?: readonly [number, number]; readonly from?: number; readonly above?: string | null };

/** Shows a composition in the open one, for as long as it lasts and no longer than the film, unless that would put it inside itself. */
export function placeComposition(editor: Editor, composition: Composition, { middle, from, above }: Standing = {}): void {
  const state = editor.store.getState();
  const host = current(state);
  if (holds(state.project, composition.id, host.id)) return editor.say(`${composition.name} shows ${host.name} itself, so it cannot stand inside it.`, true);
  const length = Math.max(1, Math.round(convertFrames(composition.duration, composition.rate, host.rate)));
  // Where nothing is said it is seen at once: from the playhead on, or all the while.
  const begin = Math.max(0, Math.min(host.duration - 1, from ?? (length >= host.duration ? 0 : state.frame)));
  const place = placed(composition.width, composition.height, host);
  const layer = newNest(freshId(), composition.name, [[begin, Math.min(host.duration, begin + length)]], composition.id, middle ? { ...place, x: Math.round(middle[0]), y: Math.round(middle[1]) } : place);
  const made = editor.do('layers.add', { composition: host.id, files: [{ ...layer, start: begin }], above: above ?? host.layers.order.find((id) => state.selection.layers.includes(id)) ?? null });
  if (made) editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
}
