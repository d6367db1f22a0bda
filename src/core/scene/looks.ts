import { momentsIn, type OperatorNode } from '../timing';
import { inOrder, inTime, type Asset, type Composition, type Layer } from '../model';
import { operatorFormulas } from './driven/operator-formulas';

/**
 * Numbers for what can be seen of a thing: the same as long as nothing is changed that a picture is made of, whatever
 * happens to its name, note, lock, ink or play range. What nobody reads yet is left out too, until it is read; what formulas say stands apart.
 */
export function lookOfLayer(layer: Layer): number {
  let look = layers.get(layer);
  if (look === undefined) layers.set(layer, (look = intern(seenOfLayer(layer))));
  return look;
}

/** The same of a composition by itself: its own layers in their order, not what stands in its nests. */
export function lookOfComposition(composition: Composition): number {
  let look = compositions.get(composition);
  if (look === undefined) {
    const { width, height, rate, duration, background, takes } = composition;
    compositions.set(composition, (look = intern([width, height, rate.join('/'), duration, background, numberOf(takes), ...inOrder(composition.layers).map(lookOfLayer)].join(' '))));
  }
  return look;
}

export function lookOfAsset(asset: Asset): number {
  const { hash, type } = asset;
  return intern(`${type} ${hash} ${'width' in asset ? `${asset.width}x${asset.height}` : ''} ${'frames' in asset ? asset.frames : ''} ${'rate' in asset ? asset.rate.join('/') : ''}`);
}

/** What no picture shows: words and marks for people, switches for editing, and what other gestures remember. */
const UNSEEN: ReadonlySet<string> = new Set(['name', 'note', 'locked', 'colour', 'partner', 'pose', 'mirrorAt', 'joint', 'travel', 'markers', 'muted', 'fadeIn', 'fadeOut', 'hits', 'seed', 'tries']);

function seenOfLayer(layer: Layer): string {
  const parts: string[] = [];
  for (const [field, value] of Object.entries(layer)) {
    if (UNSEEN.has(field) && !(field === 'seed' && layer.kind === 'copies')) continue;
    if (field === 'timing') parts.push(...inOrder(layer.timing).map((node) => numberOfNode(node as unknown as OperatorNode)));
    else parts.push(`${field}:${value !== null && typeof value === 'object' ? numberOf(value as object) : String(value)}`);
  }
  // Of markers only when they fire is ever read, but for those that times of the layer's own keys follow.
  if (inOrder(layer.timing).some((node) => momentsIn(node).length > 0)) parts.push(`marks:${inTime(layer.markers).map(({ id, at, length }) => `${id}@${at}+${length}`).join(',')}`);
  parts.push(`fires:${inTime(layer.markers).filter((marker) => marker.fires).map((marker) => marker.at).join(',')}`);
  return parts.join(' ');
}

/** An operator without the name that it was given, and without what its formulas say. */
function numberOfNode(node: OperatorNode): string {
  let number = nodes.get(node);
  if (number === undefined) {
    const { name: _, ...seen } = node as unknown as Readonly<Record<string, unknown>>;
    const formulas = Object.fromEntries(operatorFormulas(node).map(({ field }) => [field, '=']));
    nodes.set(node, (number = intern(JSON.stringify({ ...seen, ...formulas }))));
  }
  return `op:${number}`;
}

/**
 * A number for a part of a layer. That a formula stands in it belongs to it, what the formula says does not: other names may lead to the
 * same (driven/meaning.ts). Of channels there are many; those without a formula are known by being the same object.
 */
function numberOf(part: object): number {
  if (Array.isArray(part) || isKeyed(part)) return sameAs(part);
  let number = parts.get(part);
  if (number === undefined) parts.set(part, (number = intern(Object.entries(part).map(([field, value]) => seenOfField(field, value)).join(' '))));
  return number;
}

function seenOfField(field: string, value: unknown): string {
  if (field === 'name' || field === 'note') return '';
  if (field === 'formula') return value === null ? '' : '=';
  if (field === 'order' && Array.isArray(value)) return `order:${value.join(',')}`;
  if (value === null || typeof value !== 'object') return `${field}:${String(value)}`;
  return `${field}:${field === 'keys' ? sameAs(value) : numberOf(value)}`;
}

function isKeyed(part: object): boolean {
  return 'keys' in part && 'formula' in part && part.formula === null;
}

/** Another number for every object. */
function sameAs(thing: object): number {
  let number = objects.get(thing);
  if (number === undefined) objects.set(thing, (number = next++));
  return number;
}

const layers = new WeakMap<Layer, number>();
const compositions = new WeakMap<Composition, number>();
const nodes = new WeakMap<object, number>();
const parts = new WeakMap<object, number>();
const objects = new WeakMap<object, number>();
const interned = new Map<string, number>();
/** Old entries name pictures that are gone; losing them only costs a repaint. A composition's is as long as its layers are many, so letters are counted. */
const MOST_LETTERS = 8_000_000;
let letters = 0;
let next = 1;

/** A number for a text, the same for the same text while it is remembered. */
export function intern(text: string): number {
  let number = interned.get(text);
  if (number === undefined) {
    if (letters + text.length > MOST_LETTERS) {
      interned.clear();
      letters = 0;
    }
    letters += text.length;
    interned.set(text, (number = next++));
  }
  return number;
}
