import { withReplaced } from '../../formulas';
import { inTime, type Composition, type Layer, type Project } from '../../model';
import { intern } from '../looks';
import { liveFormulas } from './live-formulas';
import { namedIn } from './named-in';

/**
 * A number for what the formulas of a layer say: with the identity of what they name in place of its name, so that it stays the same
 * when something is called otherwise and they with it, and becomes another when a name leads elsewhere. Of the layer's own markers it
 * holds the times, where a formula asks for any.
 */
export function meaningOf(project: Project, host: Composition, layer: Layer, names: number): number {
  const known = remembered.get(layer);
  if (known?.names === names) return known.meaning;
  const { tracks, operators } = liveFormulas(layer);
  const texts = [...tracks.map(({ track, text }) => [track.address, text] as const), ...operators.map(({ node, field, text }) => [`${node.id}.${field}`, text] as const)];
  const said = texts.map(([address, text]) => `${address}=${withIdentities(project, host, layer, text)}`);
  const marks = texts.some(([, text]) => /\b(when|since|between)\b/.test(text)) ? inTime(layer.markers).map(({ id, at }) => `${id}@${at}`) : [];
  const meaning = intern([...said, ...marks].join(' '));
  remembered.set(layer, { names, meaning });
  return meaning;
}

const remembered = new WeakMap<Layer, { readonly names: number; readonly meaning: number }>();

/** A text with what it names by identity; what leads nowhere stays as it is written, until it leads somewhere. */
function withIdentities(project: Project, host: Composition, layer: Layer, text: string): string {
  const named = namedIn(project, host, layer, text);
  return withReplaced(text, named.map(({ from, to, of, composition, layer: id, id: part }) => ({ from, to, text: `\u0001${of} ${composition} ${id} ${part}\u0001` })));
}
