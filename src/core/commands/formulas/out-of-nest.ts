import { everyNode, parse, withReplaced, writtenName } from '../../formulas';
import { everyFormula, givenDials, hasFormulas, resolvePath, withAt } from '../../scene';
import { inOrder, member, type Composition, type Layer, type LayerOf, type Project } from '../../model';
import type { Frames } from '../../time';
import type { Made } from '../document/made';
import { nextNames } from '../document/next-name';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchesBetween, patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { clockMoved } from './clock-moved';
import { callingOtherwise, withNames } from './with-names';

/** Carries formulas out of a nest that was taken apart: what came out keeps reading what it read, and who read through the nest reads it there. */
export function carryOutOfNest(project: Project, hostId: string, nestId: string, draft: Made): Made | Refused {
  const host = member(project.compositions.by, hostId);
  const nest = host && member(host.layers.by, nestId);
  const source = nest?.kind === 'nest' ? member(project.compositions.by, nest.source) : undefined;
  if (!host || nest?.kind !== 'nest' || !source || (!hasFormulas(host) && !hasFormulas(source) && source.staggers.order.length === 0)) return draft;
  const why = whyBeats(host, nest, source);
  if (why) return { refused: why };
  const next = applyPatches(project, draft.patches).project;
  const after = member(next.compositions.by, hostId)!;
  const made = (draft.made ?? []).filter((id): id is string => typeof id === 'string');
  const inner = inOrder(source.layers);
  // Names that the host has already would be read for each other.
  const names = nextNames(inner.map(({ name }) => name), inOrder(after.layers).filter(({ id }) => !made.includes(id)).map(({ name }) => name));
  const renamed = new Map(inner.map(({ name }, i) => [name, names[i]!] as const));
  const patches: Patch[] = [];
  const others = new Map([...renamed].filter(([was, is]) => was !== is));
  const given = new Set(givenDials(project, nest).map(({ address }) => address));
  made.forEach((id, i) => {
    const layer = after.layers.by[id]!;
    // A dial that the nest gave by a formula goes on by that: it was written outside.
    const isGiven = (path: readonly string[]) => path[0] === 'dials' && given.has(`${inner[i]!.id}/${path[2]}`);
    const moved = everyFormula(layer).reduce((one, { path, text }) => {
      if (isGiven(path)) return withAt(one, path, readOutside(project, host, nest, nest, source, text, renamed));
      const parts = clockMoved(text, -shift(nest));
      return parts.length === 0 ? one : withAt(one, path, withReplaced(text, parts));
    }, layer as Layer);
    const named = { ...withNames(moved, others, isGiven), name: names[i]! };
    patches.push(...patchesBetween(layerPath(hostId, id), layer, named));
  });
  for (const { id, by } of inOrder(after.staggers)) if (typeof by === 'string' && !member(host.staggers.by, id)) {
    const written = callingOtherwise(by, others);
    if (written !== by) patches.push(patchOf([...compositionPath(hostId), 'staggers', 'by', id, 'by'], by, written));
  }
  for (const layer of inOrder(host.layers)) {
    if (layer.id === nestId) continue;
    for (const { path, text } of everyFormula(layer)) {
      const written = readOutside(project, host, layer, nest, source, text, renamed);
      if (written !== text) patches.push(patchOf([...layerPath(hostId, layer.id), ...path], text, written));
    }
  }
  return { ...draft, patches: [...draft.patches, ...patches] };
}

function shift({ start }: LayerOf<'nest'>): Frames {
  return start;
}

/** Why formulas inside cannot come out: they count beats that are others outside. */
function whyBeats(host: Composition, { name, start }: LayerOf<'nest'>, source: Composition): string | null {
  const reads = inOrder(source.layers).some((layer) => everyFormula(layer).some(({ text }) => /\b(beat|bar|beatOf)\b|\d(b|bar)\b/.test(text)));
  if (!reads) return null;
  const shifted = source.tempo && { ...source.tempo, offset: source.tempo.offset + start };
  return sameValue(shifted, host.tempo) ? null : `Formulas in ${name} count the beats of ${source.name}, which are others in ${host.name}: give them one tempo first.`;
}

function readOutside(project: Project, host: Composition, layer: Layer, nest: LayerOf<'nest'>, source: Composition, text: string, renamed: ReadonlyMap<string, string>): string {
  const read = parse(text);
  if (!read.ok) return text;
  const parts = [...everyNode(read.tree)].flatMap((node) => {
    const found = node.is === 'path' ? resolvePath(project, host, layer, node) : null;
    if (node.is !== 'path' || !found) return [];
    // A dial of the nest is one inside: it is read from the layer of dials that came out.
    const [home, dial] = node.nests.length === 0 && found.layer.id === nest.id && found.track?.path[0] === 'dials' ? found.track.address.split('/') : [];
    const holder = home === undefined ? undefined : member(source.layers.by, home);
    if (holder?.kind === 'dials' && node.steps[1]) {
      const parts = [renamed.get(holder.name) ?? holder.name, member(holder.dials.by, dial!)?.name ?? node.steps[1].name];
      return [{ from: node.from, to: node.steps[1].to, text: parts.map((name) => writtenName({ name, quoted: false })).join('.') }];
    }
    if (node.nests.length === 0 || found.through[0]?.nest.id !== nest.id) return [];
    const first = node.nests[1] ?? node.steps[0]!;
    return [{ from: node.from, to: first.to, text: writtenName({ name: renamed.get(first.name) ?? first.name, quoted: first.quoted }) }];
  });
  return parts.length === 0 ? text : withReplaced(text, parts);
}
