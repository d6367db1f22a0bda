import { fail, nearestTo, writtenName, type Kind, type Measure, type NodeOf, type PathStep } from '../../formulas';
import { inOrder, parentOf, type Composition, type Layer, type Project } from '../../model';
import { compositionOf } from '../source';
import { trackAt, tracksOf, type Track } from '../tracks';

/** Where a path leads: through nests to a layer and one of its tracks, and what is left of it. */
export type Resolved = {
  /** Nests on the way in, each with the composition that it stands in. */
  readonly through: readonly { readonly host: Composition; readonly nest: Layer }[];
  readonly host: Composition;
  readonly layer: Layer;
  /** A track, or the place of a layer that keeps it in two numbers or as one point. */
  readonly track: Track | null;
  readonly part: 'x' | 'y' | 'both' | null;
  readonly rest: readonly PathStep[];
};

/** Follows a path from a layer's composition; fails in words at the name that leads nowhere. */
export function resolve(project: Project, host: Composition, owner: Layer, { nests, steps }: NodeOf<'path'>): Resolved {
  let here = host;
  const through: { host: Composition; nest: Layer }[] = [];
  for (const step of nests) {
    const nest = layerNamed(here, step);
    if (nest.kind !== 'nest') fail(step, `“${nest.name}” is no nest, and nothing stands in it.`);
    through.push({ host: here, nest });
    const inside = compositionOf(project, nest.source);
    if (!inside) return fail(step, `The composition that “${nest.name}” shows is missing.`);
    here = inside;
  }
  const [first, ...rest] = steps as readonly [PathStep, ...PathStep[]];
  const layer = nests.length === 0 && !first.quoted ? home(project, host, owner, first) : layerNamed(here, first);
  return { through, host: here, layer, ...trackOf(project, layer, rest) };
}

/** The same without failing: null where a path leads nowhere. */
export function resolvePath(project: Project, host: Composition, owner: Layer, path: NodeOf<'path'>): Resolved | null {
  try {
    return resolve(project, host, owner, path);
  } catch {
    return null;
  }
}

function home(_: Project, host: Composition, owner: Layer, step: PathStep): Layer {
  if (step.name === 'self') return owner;
  if (step.name !== 'parent') return layerNamed(host, step);
  return parentOf(host, owner) ?? fail(step, `“${owner.name}” follows no layer, and so has no parent.`);
}

function layerNamed(host: Composition, step: PathStep): Layer {
  const all = inOrder(host.layers);
  const found = all.filter(({ name }) => name === step.name);
  if (found.length === 1) return found[0]!;
  if (found.length > 1) fail(step, `${found.length} layers in ${host.name} are called “${step.name}”: numbers ${found.map((one) => all.indexOf(one) + 1).join(', ')} from the top. Give them names of their own.`);
  const near = nearestTo(step.name, all.map(({ name }) => name));
  return fail(step, `There is no layer called “${step.name.slice(0, 60)}” in ${host.name}${near ? `. Is “${near}” meant?` : '.'}`, near ? { nearest: writtenName({ name: near, quoted: false }) } : {});
}

function trackOf(project: Project, layer: Layer, steps: readonly PathStep[]): Pick<Resolved, 'track' | 'part' | 'rest'> {
  const [first, second] = steps;
  if (second) {
    const track = trackAt(project, layer, `${first!.name}.${second.name}`) ?? ofPart(project, layer, first!.name, second.name);
    if (track && track.operator === null) return { track, part: null, rest: steps.slice(2) };
  }
  const placed = placeTrack(layer, first!.name);
  if (placed) return { ...placed, track: null, rest: steps.slice(1) };
  const track = trackAt(project, layer, first!.name) ?? (layer.kind === 'dials' ? dialNamed(project, layer, first!.name) : null);
  if (track && track.operator === null) return { track, part: null, rest: steps.slice(1) };
  const known = namesOf(project, layer);
  const near = nearestTo(first!.name, known);
  return fail(first!, `“${layer.name}” has no track called “${first!.name.slice(0, 60)}”${near ? `. Is “${near}” meant?` : '.'}`, near ? { nearest: writtenName({ name: near, quoted: false }) } : {});
}

/** Names by which the tracks of a layer can be read. */
export function namesOf(project: Project, layer: Layer): readonly string[] {
  const tracks = tracksOf(project, layer).filter(({ operator }) => operator === null);
  return layer.kind === 'dials' ? inOrder(layer.dials).map(({ name }) => name) : [...tracks.map(({ address }) => address), ...tracks.map(({ spec }) => spec.label.toLowerCase())];
}

/** A place that is kept the other way: as a point where numbers are asked for, as two numbers where a point is. */
function placeTrack(layer: Layer, name: string): { readonly part: 'x' | 'y' | 'both' } | null {
  const channels = layer.channels as Readonly<Record<string, unknown>>;
  const asPoint = channels['position'] !== undefined;
  if (layer.kind === 'audio' || layer.kind === 'dials') return null;
  if (asPoint && (name === 'x' || name.toLowerCase() === 'across')) return { part: 'x' };
  if (asPoint && (name === 'y' || name.toLowerCase() === 'down')) return { part: 'y' };
  return !asPoint && (name === 'position' || name.toLowerCase() === 'place') ? { part: 'both' } : null;
}

/** A track of a mask or an effect, by the name that it was given. */
function ofPart(project: Project, layer: Layer, name: string, field: string): Track | null {
  const part = [...inOrder(layer.masks), ...inOrder(layer.effects)].find((one) => one.name === name);
  return part ? trackAt(project, layer, `${part.id}.${field}`) : null;
}

function dialNamed(project: Project, layer: Extract<Layer, { kind: 'dials' }>, name: string): Track | null {
  const dial = inOrder(layer.dials).find((one) => one.name === name);
  return dial ? trackAt(project, layer, `${dial.id}.value`) : null;
}

const KINDS = { N: 'number', P: 'point', C: 'colour', S: 'outline', T: 'text', B: 'truth', E: 'text' } as const satisfies Readonly<Record<Track['spec']['type'], Kind>>;

export function kindOf({ type }: Pick<Track['spec'], 'type'>): Kind {
  return KINDS[type];
}

/** What a track measures as a formula reads it. A percentage on a dial is a factor; a dial may hold a time. */
export function measureOf({ unit }: Pick<Track['spec'], 'unit'>, isDial: boolean): Measure {
  const written: string = unit;
  if (written === '°') return 'angle';
  if (written === '%') return isDial ? 'ratio' : 'percent';
  return isDial && (written === 's' || written === 'f' || written === 'frames') ? 'time' : 'plain';
}
