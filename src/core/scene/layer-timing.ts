import { hasContentTime, inOrder, inTime, member, momentAt, type Composition, type Layer, type Project } from '../model';
import { prepareStack, type OperatorNode, type PreparedStack } from '../timing';
import type { Drives } from './driven/drives';
import { liveFormulas } from './driven/live-formulas';
import { sourceOf, type Source } from './source';

/** A layer's timing, ready to be sampled. `lost` says that its content has no source. */
export type LayerTiming = { readonly stack: PreparedStack; readonly source: Source | null; readonly lost: boolean };

type Remembered = { readonly host: Composition; readonly behind: unknown; /** What its formulas are made of, and what their numbers are in this place; null where it has none. */ readonly drives: Drives | null; readonly numbers: string; readonly timing: LayerTiming };
const remembered = new WeakMap<Layer, Remembered>();

/** Prepares a layer's timing once per edit of the layer, its composition or its source. `drives` are the formulas that it holds any of; null where it holds none. */
export function preparedTiming(project: Project, host: Composition, layer: Layer, drives: Drives | null): LayerTiming {
  const behind = 'source' in layer ? (project.compositions.by[layer.source] ?? project.assets.by[layer.source]) : null;
  const numbers = drives ? numbersNow(drives, layer) : '';
  const known = remembered.get(layer);
  if (known && known.host.rate === host.rate && known.behind === behind && known.drives === drives && known.numbers === numbers) return known.timing;
  const source = sourceOf(project, host, layer);
  const stack = prepareStack(inOrder(layer.timing) as unknown as readonly OperatorNode[], {
    host: host.rate,
    source,
    start: layer.start,
    ...(drives ? { formulas: { driven: (node, side) => drives.driven(layer, node, side), numbers: (node, side) => drives.numbers(layer, node, side) } } : {}),
    markers: inTime(layer.markers).filter((marker) => marker.fires).map((marker) => marker.at),
    momentAt: (moment, of) => {
      const at = of === 'layer' ? momentAt(layer.markers, moment) : momentAt(shownBy(project, layer)?.markers ?? {}, moment);
      return at === null ? null : at - (of === 'layer' ? layer.start : (source?.offset ?? 0));
    },
  });
  const timing = { stack, source, lost: hasContentTime(layer.kind) && source === null };
  remembered.set(layer, { host, behind, drives, numbers, timing });
  return timing;
}

/** The numbers of operators that are formulas of dials, as they are in the place that is asked in. */
function numbersNow(drives: Drives, layer: Layer): string {
  return JSON.stringify(liveFormulas(layer).operators.filter(({ is }) => is === 'number').map(({ node }) => drives.numbers(layer, node, node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys'))));
}

/** The composition that a nest shows, or null. */
function shownBy(project: Project, layer: Layer): Composition | null {
  return layer.kind === 'nest' ? (member(project.compositions.by, layer.source) ?? null) : null;
}
