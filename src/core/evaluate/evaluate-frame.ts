import { IDENTITY, type Bounds, type Colour, type Group, type Item, type Matrix } from '../display';
import type { FaceLookup } from '../lettering';
import { inOrder, isDrawn, type Composition, type Layer, type Project } from '../model';
import { inSpans, type Frames } from '../time';
import { assetOf, compositionOf, deepIdentity, keyTimeAt, prepareLayer, readColour, ringSuffix, sourceOf, sourceTimeAt, worldMatrix, type PreparedLayer } from '../scene';

/** What evaluation cannot reach by itself. */
export type Surroundings = {
  readonly faces: FaceLookup;
  /** `bench` shows guides and obeys solo in the open composition; `output` does neither. */
  readonly purpose: 'bench' | 'output';
};

/** A layer that the frame shows, for handles and picking: its matrix to the composition and the box of its content. */
export type ShownLayer = { readonly id: string; readonly matrix: Matrix; readonly bounds: Bounds | null };

/** Layers that one frame may be made of, however often nests repeat them. More than that is a knot, not a film. */
const BUDGET = 200_000;

/** What is left of the budget, and whether it ran out. */
type Purse = { left: number };

export type EvaluatedFrame = {
  readonly width: number;
  readonly height: number;
  readonly background: Colour | null;
  readonly root: Group;
  /** Which layer each item of the root is, in the order of painting. */
  readonly drawn: readonly string[];
  /** Every layer of the composition, shown or not, in the order of the list; for the bench alone. */
  readonly layers: readonly ShownLayer[];
  /** Set when the frame is made of more layers than anybody can paint: the rest was left out. */
  readonly tooMuch: boolean;
};

/** What a composition shows at a frame of its own: the one page that tells how frame 42 comes about. */
export function evaluateFrame(project: Project, id: string, frame: Frames, surroundings: Surroundings): EvaluatedFrame | null {
  const composition = compositionOf(project, id);
  if (!composition) return null;
  const layers = inOrder(composition.layers);
  const soloed = surroundings.purpose === 'bench' && layers.some((layer) => layer.solo);
  const matrices = new Map<string, Matrix>();
  const above = new Set([id]);
  const purse: Purse = { left: BUDGET };
  const shown: ShownLayer[] = [];
  const items: Item[] = [];
  const drawnIds: string[] = [];
  // The first layer of the list lies on top, so painting starts with the last.
  for (const layer of [...layers].reverse()) {
    if (!isDrawn(layer.kind)) continue;
    const matrix = worldMatrix(project, composition, layer, frame, matrices);
    const hidden = !layer.visible || (soloed && !layer.solo) || (layer.guide && surroundings.purpose === 'output');
    const drawn = drawLayer(project, composition, layer, frame, matrix, surroundings, above, purse);
    if (surroundings.purpose === 'bench') shown.push({ id: layer.id, matrix, bounds: drawn.bounds });
    if (hidden || !drawn.group) continue;
    items.push(drawn.group);
    drawnIds.push(layer.id);
  }
  return {
    width: composition.width,
    height: composition.height,
    background: composition.background === null ? null : readColour(composition.background),
    root: { kind: 'group', matrix: IDENTITY, items, opacity: 1, blend: 'normal', frame: [composition.width, composition.height], isolated: false, picture: null },
    drawn: drawnIds,
    layers: shown.reverse(),
    tooMuch: purse.left < 0,
  };
}

/** Time → keys → items, for one layer at one host frame. */
function drawLayer(
  project: Project, host: Composition, layer: Layer, frame: Frames, matrix: Matrix, surroundings: Surroundings, above: ReadonlySet<string>, purse: Purse,
): { readonly group: Group | null; readonly bounds: Bounds | null } {
  if (purse.left-- <= 0) return NOT_DRAWN;
  const x = keyTimeAt(project, host, layer, frame);
  const prepared = prepareLayer(layer);
  const { items, bounds, nest = null } = contentOf(project, host, layer, prepared, frame, x, surroundings, above, purse);
  if (items.length === 0 || !inSpans(layer.spans, frame)) return { group: null, bounds };
  const opacity = prepared.opacity(x);
  if (opacity === 0) return { group: null, bounds };
  const last = prepared.last;
  // Nothing about it has changed: the same object says so to painters, whatever time it was worked out at.
  if (last !== null && last.items === items && last.opacity === opacity && sameMatrix(last.matrix, matrix) && sameFrame(last.frame, nest?.frame ?? null)) return { group: last, bounds };
  const now: Group = { kind: 'group', matrix, items, opacity, blend: layer.blend, frame: nest?.frame ?? null, isolated: nest !== null, picture: nest?.picture ?? null };
  prepared.last = now;
  return { group: now, bounds };
}

const NOT_DRAWN = { group: null, bounds: null };

function sameMatrix(a: Matrix, b: Matrix): boolean {
  return a === b || (a[0] === b[0] && a[1] === b[1] && a[2] === b[2] && a[3] === b[3] && a[4] === b[4] && a[5] === b[5]);
}

function sameFrame(a: Group['frame'], b: Group['frame']): boolean {
  return a === b || (a !== null && b !== null && a[0] === b[0] && a[1] === b[1]);
}

type Content = {
  readonly items: readonly Item[];
  readonly bounds: Bounds | null;
  readonly nest?: { readonly frame: Group['frame']; readonly picture: string };
};

const EMPTY: Content = { items: [], bounds: null };

function contentOf(
  project: Project, host: Composition, layer: Layer, prepared: PreparedLayer, frame: Frames, x: Frames, surroundings: Surroundings, above: ReadonlySet<string>, purse: Purse,
): Content {
  switch (layer.kind) {
    case 'shape':
    case 'text':
      return prepared.content(x, surroundings.faces);
    case 'image': {
      const asset = assetOf(project, layer.source);
      if (asset?.type !== 'image') return EMPTY;
      return { items: [{ kind: 'image', asset: asset.id, width: asset.width, height: asset.height }], bounds: [0, 0, asset.width, asset.height] };
    }
    case 'nest': {
      const source = compositionOf(project, layer.source);
      if (!source) return EMPTY;
      const bounds: Bounds = [0, 0, source.width, source.height];
      const at = sourceTimeAt(project, host, layer, frame);
      // A nest inside itself shows nothing where the ring would close; the check names it.
      if (at === null || above.has(source.id)) return { ...EMPTY, bounds };
      const inner = at + (sourceOf(project, host, layer)?.offset ?? 0);
      return {
        items: nestItems(project, source, inner, surroundings.faces, above, purse),
        bounds,
        nest: { frame: layer.clipFrame ? [source.width, source.height] : null, picture: `${deepIdentity(project, source.id)}${ringSuffix(project, source.id, above)}@${inner}` },
      };
    }
    default:
      return EMPTY;
  }
}

/** Values of nests by what they depend on alone; the oldest go first. */
const remembered = new Map<string, readonly Item[]>();
/** What all of them may take, by a rough count: groups and marks of about 300 bytes each, and their keys. */
const MOST_BYTES = 96_000_000;
const EACH = 300;
const bytesOf = (key: string, items: readonly Item[]) => EACH + key.length * 2 + items.length * EACH;
let bytes = 0;
const standing = new WeakMap<Composition, readonly Item[]>();

/** A nest's items: a pure function of its composition (however deep), its source time and the faces. */
function nestItems(project: Project, source: Composition, at: Frames, faces: FaceLookup, above: ReadonlySet<string>, purse: Purse): readonly Item[] {
  const key = `${deepIdentity(project, source.id)}${ringSuffix(project, source.id, above)}@${at}@${facesNumber(faces)}`;
  const known = remembered.get(key);
  if (known) return known;
  const inside = new Set([...above, source.id]);
  const matrices = new Map<string, Matrix>();
  const surroundings: Surroundings = { faces, purpose: 'output' };
  const drawnItems: Item[] = [];
  for (const layer of [...inOrder(source.layers)].reverse()) {
    if (purse.left < 0) break;
    // Most layers of a composition are outside their spans at a given time; they cost nothing.
    if (!layer.visible || layer.guide || !isDrawn(layer.kind) || !inSpans(layer.spans, at)) continue;
    const matrix = worldMatrix(project, source, layer, at, matrices);
    const { group: drawn } = drawLayer(project, source, layer, at, matrix, surroundings, inside, purse);
    if (drawn) drawnItems.push(drawn);
  }
  // Items that all stood still are the list that they were.
  const then = standing.get(source);
  const items = then && then.length === drawnItems.length && then.every((item, i) => item === drawnItems[i]) ? then : drawnItems;
  standing.set(source, items);
  // What the budget cut short is no pure function any more.
  if (purse.left < 0) return items;
  remembered.set(key, items);
  bytes += bytesOf(key, items);
  for (const [oldest, old] of remembered) {
    if (bytes <= MOST_BYTES || oldest === key) break;
    remembered.delete(oldest);
    bytes -= bytesOf(oldest, old);
  }
  return items;
}

const lookups = new WeakMap<FaceLookup, number>();
let lookupCount = 0;

/** Another set of faces may set the same text differently. */
function facesNumber(faces: FaceLookup): number {
  let number = lookups.get(faces);
  if (number === undefined) lookups.set(faces, (number = ++lookupCount));
  return number;
}
