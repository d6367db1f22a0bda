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

/** A number for the names by which formulas of a composition find anything, inside nests too where one may lead there. */
function namesFor(project: Project, composition: Composition): number {
  let known = asked.get(project);
  if (!known) asked.set(project, (known = new Map()));
  let names = known.get(composition.id);
  if (names === undefined) {
    const inner = leadsInside(composition) ? [...insides(project, composition)].map(namesIn) : [];
    known.set(composition.id, (names = intern([namesIn(composition), ...inner].join(' '))));
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
    const parts = [...inOrder(layer.masks), ...inOrder(layer.effects), ...(layer.kind === 'dials' ? inOrder(layer.dials) : [])];
    const source = layer.kind === 'nest' ? layer.source : null;
    known = JSON.stringify([layer.id, layer.name, layer.kind, layer.parent, source, parts.map(({ id, name }) => [id, name])]);
    ofLayers.set(layer, known);
  }
  return known;
}

const leading = new WeakMap<Composition['layers'], boolean>();

/** Whether any formula may lead into a nest: it holds a stroke. */
function leadsInside({ layers }: Composition): boolean {
  let known = leading.get(layers);
  if (known === undefined) {
    known = inOrder(layers).some((layer) => { const { tracks, operators } = liveFormulas(layer); return [...tracks, ...operators].some(({ text }) => text.includes('/')); });
    leading.set(layers, known);
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
