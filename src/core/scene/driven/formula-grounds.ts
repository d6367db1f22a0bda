import { inOrder, inTime, type Composition, type Project } from '../../model';
import { sourcesOf } from '../rings';
import { compositionOf } from '../source';
import { hasFormulas, liveFormulas } from './live-formulas';

/**
 * What formulas of a composition read beside what can be seen: names by which layers and parts are found, markers, the tempo; inside nests too,
 * where a formula leads there. Empty where there are no formulas.
 */
export function formulaGrounds(project: Project, composition: Composition): string {
  if (!hasFormulas(composition)) return '';
  const inner = leadsInside(composition) ? [...insides(project, composition)].map(namesIn) : [];
  return [ownGrounds(composition), ...inner].join(';');
}

const grounds = new WeakMap<Composition, string>();

function ownGrounds(composition: Composition): string {
  let own = grounds.get(composition);
  if (own === undefined) {
    const markers = inOrder(composition.layers).map((layer) => inTime(layer.markers).map(({ at, name }) => `${at} ${JSON.stringify(name)}`).join(' ')).join('|');
    grounds.set(composition, (own = [composition.name, JSON.stringify(composition.tempo), namesIn(composition), markers].join(';')));
  }
  return own;
}

const named = new WeakMap<Composition['layers'], string>();

function namesIn({ layers }: Composition): string {
  let known = named.get(layers);
  if (known === undefined) named.set(layers, (known = JSON.stringify(inOrder(layers).map((layer) => [layer.id, layer.name, layer.parent]))));
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
