import { inOrder, type Composition, type Layer, type Project } from '../../model';
import { intern } from '../looks';
import { sourcesOf } from '../rings';
import { compositionOf } from '../source';
import { hasFormulas, liveFormulas, NO_FORMULAS } from './live-formulas';
import { meaningOf } from './meaning';

/**
 * What formulas of a composition read beside what can be seen of its layers: the tempo, and what each layer's formulas say. Empty where
 * there are no formulas.
 */
export function formulaGrounds(project: Project, composition: Composition): string {
  if (!hasFormulas(composition)) return '';
  return [tempoOf(composition), ...inOrder(composition.layers).map((layer) => meaningIn(project, composition, layer))].join(';');
}

export function tempoOf({ tempo }: Composition): string {
  return JSON.stringify(tempo);
}

/** What the formulas of a layer say (meaning.ts); 0 where it has none. */
export function meaningIn(project: Project, composition: Composition, layer: Layer): number {
  return liveFormulas(layer) === NO_FORMULAS ? 0 : meaningOf(project, composition, layer, namesFor(project, composition));
}

const asked = new WeakMap<Project, Map<string, number>>();

/** A number for the names by which formulas of a composition find anything, inside nests too: a formula may lead there, or read what is public there. */
function namesFor(project: Project, composition: Composition): number {
  let known = asked.get(project);
  if (!known) asked.set(project, (known = new Map()));
  let names = known.get(composition.id);
  if (names === undefined) {
    known.set(composition.id, (names = intern([composition, ...insides(project, composition)].map(namesIn).join(' '))));
  }
  return names;
}

const named = new WeakMap<Composition['layers'], number>();

function namesIn({ layers }: Composition): number {
  let known = named.get(layers);
  if (known === undefined) named.set(layers, (known = intern(inOrder(layers).map(namesOf).join(' '))));
  return known;
}

const ofLayers = new WeakMap<Layer, string>();

/** The names in a layer, each with whose it is, and what its formulas call their surroundings by. */
function namesOf(layer: Layer): string {
  let known = ofLayers.get(layer);
  if (known === undefined) {
    const parts = [...inOrder(layer.masks), ...inOrder(layer.effects)].map(({ id, name }) => [id, name]);
    const dials = layer.kind === 'dials' ? inOrder(layer.dials).map((dial) => [dial.id, dial.name, dial.public]) : [];
    const source = layer.kind === 'nest' ? layer.source : null;
    known = JSON.stringify([layer.id, layer.name, layer.kind, layer.parent, source, parts, dials]);
    ofLayers.set(layer, known);
  }
  return known;
}

function insides(project: Project, composition: Composition, found = new Set<Composition>()): ReadonlySet<Composition> {
  for (const id of sourcesOf(composition)) {
    const inside = compositionOf(project, id);
    if (!inside || found.has(inside)) continue;
    found.add(inside);
    insides(project, inside, found);
  }
  return found;
}
