import { boxThrough, joinedBoxes, multiply, plainGroup, type Bounds, type Clip, type Colour, type Group, type Item, type Matrix, type Wash } from '../display';
import type { FaceLookup } from '../lettering';
import { inOrder, isDrawn, member, type Composition, type Layer, type LayerOf, type Project } from '../model';
import { asDrawn, assetOf, clipTargetOf, compositionOf, contentAt, copySteps, deepIdentity, drawnLayer, drawnLayers, inPlace, isShownAt, keyTimeOf, matrixOf, opacityAt, paintedAt, placeInside, placeNow, placeOfCopy, readColour, ringSuffix, seenAt, sourceOf, sourceTimeAt, UNTOUCHED, type DrawnLayer, type Seen } from '../scene';
import { dust, type Frames } from '../time';
import { nestsAbove, nestsOf } from './remembered-nests';

/** What evaluation cannot reach by itself. */
export type Surroundings = {
  readonly faces: FaceLookup;
  /** `bench` shows guides and obeys solo in the open composition; `output` does neither. */
  readonly purpose: 'bench' | 'output';
};

/** A layer that the frame shows, for handles and picking: its matrix to the composition and the box of its content. */
export type ShownLayer = { readonly id: string; readonly matrix: Matrix; readonly bounds: Bounds | null };

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

/** Layers that one frame may be made of, however often nests repeat them. More than that is a knot, not a film. */
const BUDGET = 200_000;

/** What a frame is worked out in, bound once: the document, the faces, and how many layers may still come. */
type Around = { readonly project: Project; readonly faces: FaceLookup; left: number; readonly seen: Seen };

/** A composition at one of its frames, and the compositions that it is shown by. */
type Here = { readonly host: Composition; readonly frame: Frames; readonly above: ReadonlySet<string>; /** Copies that are being worked out: none repeats itself. */ readonly repeating?: readonly string[]; readonly matrices: Map<string, Matrix>; readonly forms: Map<Layer, Drawn> };

/** What a composition shows at a frame of its own: the one page that tells how frame 42 comes about. */
export function evaluateFrame(project: Project, id: string, frame: Frames, { faces, purpose }: Surroundings): EvaluatedFrame | null {
  const host = compositionOf(project, id);
  if (!host) return null;
  // A fraction from the start: its room is not changed later.
  const around: Around = { project, faces, left: BUDGET, seen: { opacity: 0.5, between: false } };
  const here: Here = { host, frame, above: nestsAbove(null, id), matrices: new Map(), forms: new Map() };
  const layers = drawnLayers(host);
  const soloed = purpose === 'bench' && inOrder(host.layers).some((layer) => layer.solo);
  const shown: ShownLayer[] = [];
  const items = new Array<Item>(layers.length);
  const drawn = new Array<string>(layers.length);
  let count = 0;
  for (const one of layers) {
    const hidden = !one.visible || (soloed && !one.solo) || (one.guide && purpose === 'output');
    // Handles ask for what is hidden too.
    const all = purpose === 'bench' ? drawLayer(around, here, one) : null;
    if (all) shown.push({ id: one.id, matrix: all.matrix, bounds: all.bounds });
    const item = hidden ? null : all ? all.item : itemOf(around, here, one);
    if (!item || standsElsewhere(one)) continue;
    items[count] = item;
    drawn[count++] = one.id;
  }
  items.length = drawn.length = count;
  const { width, height, background } = host;
  return {
    width, height, background: background === null ? null : readColour(background),
    root: plainGroup(items, { frame: [width, height] }),
    drawn, layers: shown.reverse(), tooMuch: around.left < 0,
  };
}

type Drawn = { readonly item: Group | Wash | null; readonly bounds: Bounds | null; readonly matrix: Matrix };

/** Time → keys → items, for one layer. */
function drawLayer(around: Around, here: Here, given: DrawnLayer): Drawn {
  const one = asDrawn(around.project, here.host, given);
  const { prepared } = one;
  const x = keyTimeOf(around.project, here.host, one, here.frame);
  const matrix = matrixOf(around.project, here.host, one, x, here.frame, here.matrices);
  if (around.left-- <= 0) return { item: null, bounds: null, matrix };
  const { items, bounds, nest = null } = contentOf(around, here, one, x);
  const wash = one.kind === 'wash';
  if ((items.length === 0 && !wash) || !isShownAt(one, here.frame)) return { item: null, bounds, matrix };
  const opacity = opacityAt(prepared, x);
  if (opacity === 0) return { item: null, bounds, matrix };
  const { mask, effects } = prepared.finish === null ? UNTOUCHED : prepared.finish(x);
  const clip = one.clipped ? clipOf(around, here, one.layer) : null;
  if (clip === HIDDEN || (wash && effects.length === 0)) return { item: null, bounds, matrix };
  const { last } = prepared;
  // Nothing about it has changed: the same object says so to painters, whatever time it was worked out at.
  const same = last !== null && last.opacity === opacity && last.mask === mask && last.effects === effects && last.clip === clip && sameNumbers(last.matrix, matrix)
    && (last.kind === 'wash' || (last.items === items && sameNumbers(last.frame, nest?.frame ?? null)));
  if (!same) {
    prepared.last = wash
      ? { kind: 'wash', matrix, opacity, mask, effects, clip }
      : { kind: 'group', matrix, items, opacity, blend: one.blend, frame: nest?.frame ?? null, isolated: nest !== null, picture: nest?.picture ?? null, mask, effects, clip };
  }
  return { item: one.washes.length === 0 ? prepared.last : washed(around, here, one, prepared.last!), bounds, matrix };
}

/** What a layer paints. */
function itemOf(around: Around, here: Here, given: DrawnLayer): Group | Wash | null {
  const one = asDrawn(around.project, here.host, given);
  return one.simple ? simpleItem(around, here.frame, one) : drawLayer(around, here, one).item;
}

/**
 * What is painted of a layer of which nothing is asked but its own keys, as `drawLayer` gives it: most are so. What is
 * on its way is another object every frame, and is soonest gone if nothing holds it; what rests is kept.
 */
function simpleItem(around: Around, frame: Frames, one: DrawnLayer): Group | null {
  if (around.left-- <= 0 || !isShownAt(one, frame)) return null;
  const { prepared, blend } = one;
  const x = dust(frame - one.start!);
  const items = paintedAt(prepared, x, around.faces);
  const matrix = items === null ? null : seenAt(prepared, x, around.seen);
  if (items === null || matrix === null) return null;
  const { opacity, between } = around.seen;
  const last = between ? null : prepared.last;
  if (last !== null && last.kind === 'group' && last.items === items && last.clip === null && last.opacity === opacity && sameNumbers(last.matrix, matrix)) return last;
  const item: Group = { kind: 'group', matrix, items, opacity, blend, frame: null, isolated: false, picture: null, mask: null, effects: UNTOUCHED.effects, clip: null };
  if (!between) prepared.last = item;
  return item;
}

/** Where the form that a layer is seen through is empty. */
const HIDDEN = Symbol('nothing to be seen through');

/** The form that a layer is seen through; null where that takes nothing away. */
function clipOf(around: Around, here: Here, layer: Layer): Clip | null | typeof HIDDEN {
  const target = clipTargetOf(here.host, layer);
  if (!target) return null;
  let drawn = here.forms.get(target);
  if (!drawn) here.forms.set(target, (drawn = drawLayer(around, here, drawnLayer(here.host, target))));
  const { item } = drawn;
  if (item?.kind !== 'group') return layer.clipSide === 'inside' ? HIDDEN : null;
  let known = forms.get(item);
  if (!known) forms.set(item, (known = { inside: { by: item, side: 'inside' }, outside: { by: item, side: 'outside' } }));
  return known[layer.clipSide];
}

/** A wash over one layer is painted with that, wherever it stands in the list itself. */
function standsElsewhere({ kind, layer }: DrawnLayer): boolean {
  return kind === 'wash' && (layer as LayerOf<'wash'>).appliesTo !== null;
}

const forms = new WeakMap<Group, Readonly<Record<'inside' | 'outside', Clip>>>();
const together = new WeakMap<Group | Wash, Map<Wash, Group>>();

/** A layer under the washes that change it alone: they stand over it in a group of their own, which blends in its stead. */
function washed(around: Around, here: Here, { washes }: DrawnLayer, item: Group | Wash): Group | Wash {
  let under = item;
  if (item.kind === 'group') for (const wash of washes) {
    if (!wash.visible || wash.guide) continue;
    const { item: over } = drawLayer(around, here, drawnLayer(here.host, wash));
    if (over?.kind !== 'wash' || under.kind !== 'group') continue;
    let known = together.get(under);
    if (!known) together.set(under, (known = new Map()));
    let group = known.get(over);
    if (!group) {
      known.clear();
      known.set(over, (group = plainGroup([{ ...under, blend: 'normal' }, over], { blend: under.blend, isolated: true })));
    }
    under = group;
  }
  return under;
}

function sameNumbers(a: readonly number[] | null, b: readonly number[] | null): boolean {
  if (a === b) return true;
  if (a === null || b === null) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

type Content = { readonly items: readonly Item[]; readonly bounds: Bounds | null; readonly nest?: { readonly frame: Group['frame']; readonly picture: string } };
const EMPTY: Content = { items: [], bounds: null };

/** What a layer paints at a time of its keys, before its own pose. */
function contentOf(around: Around, here: Here, { kind, layer, prepared }: DrawnLayer, x: Frames): Content {
  switch (kind) {
    case 'shape':
    case 'text': return contentAt(prepared, x, around.faces);
    case 'image': return pictureOf(around.project, layer as LayerOf<'image'>);
    case 'nest': return nestOf(around, here, layer as LayerOf<'nest'>);
    case 'copies': return copiesOf(around, here, layer as LayerOf<'copies'>, x);
    default: return EMPTY;
  }
}

const pictures = new WeakMap<object, Content>();

/** A picture stands still: the same asset gives the same items. */
function pictureOf(project: Project, layer: LayerOf<'image'>): Content {
  const asset = assetOf(project, layer.source);
  if (asset?.type !== 'image') return EMPTY;
  let known = pictures.get(asset);
  if (!known) pictures.set(asset, (known = { items: [{ kind: 'image', asset: asset.id, width: asset.width, height: asset.height }], bounds: [0, 0, asset.width, asset.height] }));
  return known;
}

/** A nest's items: a pure function of its composition, however deep, its source time and the faces. */
function nestOf(around: Around, here: Here, layer: LayerOf<'nest'>): Content {
  const { project } = around;
  const source = compositionOf(project, layer.source);
  if (!source) return EMPTY;
  const bounds: Bounds = [0, 0, source.width, source.height];
  const at = sourceTimeAt(project, here.host, layer, here.frame);
  // A nest inside itself shows nothing where the ring would close; the check names it.
  if (at === null || here.above.has(source.id)) return { ...EMPTY, bounds };
  const inner = at + (sourceOf(project, here.host, layer)?.offset ?? 0);
  const place = placeInside(project, here.host, layer, here.frame);
  const picture = `${deepIdentity(project, source.id)}${ringSuffix(project, source.id, here.above)}${place.key}@${inner}`;
  const nests = nestsOf(around.faces);
  const items = nests.get(picture) ?? inPlace(place, () => nestItems(around, { host: source, frame: inner, above: nestsAbove(here.above, source.id), matrices: new Map(), forms: new Map() }));
  // What the budget cut short is no pure function any more.
  if (around.left >= 0) nests.keep(picture, items);
  return { items, bounds, nest: { frame: layer.clipFrame ? [source.width, source.height] : null, picture } };
}

/** A layer again and again, each time a step further and at an earlier time of it; as it stands in its composition, whether it is seen there or not. */
function copiesOf(around: Around, here: Here, layer: LayerOf<'copies'>, x: Frames): Content {
  const target = member(here.host.layers.by, layer.of);
  const { repeating = [] } = here;
  if (!target || target.kind === 'wash' || !isDrawn(target.kind) || target.id === layer.id || repeating.includes(layer.id)) return EMPTY;
  const items: Group[] = [];
  let bounds: Bounds | null = null;
  const one = drawnLayer(here.host, target);
  const steps = copySteps(layer, x);
  for (const [i, { matrix, opacity, later }] of steps.entries()) {
    if (around.left <= 0) break;
    const there: Here = { ...here, frame: dust(here.frame - later), matrices: new Map(), forms: new Map(), repeating: [...repeating, layer.id] };
    const drawn = inPlace(placeOfCopy(placeNow(), i, steps.length), () => drawLayer(around, there, one));
    if (drawn.item?.kind !== 'group' || opacity === 0) continue;
    items.push(plainGroup([drawn.item], { matrix, opacity }));
    if (drawn.bounds) bounds = joinedBoxes(bounds, boxThrough(multiply(matrix, drawn.matrix), drawn.bounds));
  }
  return { items: layer.front === 'first' ? items.reverse() : items, bounds };
}

const standing = new WeakMap<Composition, readonly Item[]>();

function nestItems(around: Around, here: Here): readonly Item[] {
  const { host, frame } = here;
  const items: Item[] = [];
  for (const one of drawnLayers(host)) {
    if (around.left < 0) break;
    // Most layers of a composition are outside their spans at a given time; they cost nothing.
    if (!one.visible || one.guide || !isShownAt(one, frame)) continue;
    const item = itemOf(around, here, one);
    if (item && !standsElsewhere(one)) items.push(item);
  }
  // Items that all stood still are the list that they were.
  const then = standing.get(host);
  if (then && then.length === items.length && then.every((item, i) => item === items[i])) return then;
  standing.set(host, items);
  return items;
}
