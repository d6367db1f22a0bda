import { newComposition, newImage, newNest, type Asset, type Composition, type Layer } from '../../../core/model';
import { framesPerSecond, type Rate } from '../../../core/time';
import { doRevisable } from '../editor/do-revisable';
import { current, type Editor } from '../editor/editor';
import { freshId } from '../editor/fresh-id';
import { NOTHING_SELECTED } from '../editor/state';
import { nameOf, placed } from './placed';

/** A name with its number: "drop_007.png" is number 7 of "drop_". */
function numbered(name: string): { readonly stem: string; readonly number: number } | null {
  const [, stem, digits] = /^(.*?)(\d+)\.[a-z0-9]+$/i.exec(name) ?? [];
  return digits === undefined ? null : { stem: stem!, number: Number(digits) };
}

/** Fewer pictures than this are pictures, not a sequence. */
const LEAST = 3;

/** Whether names are numbers of one sequence, each there once. */
export function isSequence(names: readonly string[]): boolean {
  const all = names.map(numbered);
  return names.length >= LEAST && all.every((one) => one !== null && one.stem === all[0]!.stem) && new Set(all.map((one) => one!.number)).size === names.length;
}

/** What is remembered of a sequence while its rate may still be another one. */
export type BroughtSequence = { readonly pictures: readonly Asset[]; readonly ids: readonly string[]; readonly nest: string; readonly composition: string; readonly name: string };

/** Brings numbered pictures in as one nest that plays them in order; at which rate may be said once. */
export function bringSequence(editor: Editor, pictures: readonly Asset[], above: string | null): void {
  const host = current(editor.store.getState());
  const sorted = [...pictures].sort((a, b) => numbered(a.name)!.number - numbered(b.name)!.number);
  const name = numbered(sorted[0]!.name)!.stem.replace(/[\s._-]+$/, '') || nameOf(sorted[0]!.name);
  const about: BroughtSequence = { pictures: sorted, ids: sorted.map(() => freshId()), nest: freshId(), composition: freshId(), name };
  const made = doRevisable(editor, 'media.add', { composition: host.id, assets: sorted, above, name: `${name}, ${sorted.length} pictures`, ...sequenceAt(editor, about, host.rate) }, () => ({ selection: { ...NOTHING_SELECTED, layers: [about.nest] } }));
  const { revisable } = editor.store.getState();
  if (made && revisable) editor.set({ revisable: { ...revisable, about } });
}

/** The composition that plays a sequence at a rate, a picture a frame, and the nest that shows it for as long as it lasts. */
export function sequenceAt(editor: Editor, { pictures, ids, nest, composition: id, name }: BroughtSequence, rate: Rate): { readonly compositions: readonly Composition[]; readonly layers: readonly Layer[] } {
  const host = current(editor.store.getState());
  const [first] = pictures as readonly { readonly width: number; readonly height: number }[];
  const { width, height } = first!;
  const layers = pictures.map((asset, i) => newImage(ids[i]!, nameOf(asset.name), [[i, i + 1]], asset.id, placed((asset as unknown as { width: number }).width, (asset as unknown as { height: number }).height, { width, height })));
  const composition: Composition = { ...newComposition(id, name, { width, height, rate: [rate[0], rate[1]], duration: pictures.length }), layers: { order: [...ids], by: Object.fromEntries(layers.map((layer) => [layer.id, layer])) } };
  const lasts = Math.max(1, Math.round((pictures.length * framesPerSecond(host.rate)) / framesPerSecond(rate) * 1e6) / 1e6);
  return { compositions: [composition], layers: [newNest(nest, name, [[0, lasts]], id, placed(width, height, host))] };
}
