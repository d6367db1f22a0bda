import { momentsIn } from '../timing';
import { inOrder, inTime, type Asset, type Composition, type Layer } from '../model';

/**
 * Numbers for what can be seen of a thing: the same as long as nothing is changed that a picture is made of, whatever
 * happens to its name, note, lock, ink or play range. What nobody reads yet is left out too, until it is read.
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
const UNSEEN: ReadonlySet<string> = new Set(['name', 'note', 'locked', 'colour', 'partner', 'pose', 'mirrorAt', 'joint', 'travel', 'markers', 'muted', 'fadeIn', 'fadeOut', 'hits', 'seed']);
/** Fields of lists: their members count, not the lists themselves. */
const PARTS: ReadonlySet<string> = new Set(['masks', 'effects', 'dials']);

function seenOfLayer(layer: Layer): string {
  const parts: string[] = [];
  for (const [field, value] of Object.entries(layer)) {
    if (UNSEEN.has(field) && !(field === 'seed' && layer.kind === 'copies')) continue;
    if (field === 'channels') parts.push(...Object.entries(value as object).map(([name, channel]) => `${name}:${numberOf(channel as object)}`));
    else if (field === 'timing') parts.push(...inOrder(layer.timing).map((node) => numberOfNode(node)));
    else if (PARTS.has(field) && value !== null && typeof value === 'object') parts.push(`${field}:${numberOf(value as object)}`);
    else parts.push(`${field}:${value !== null && typeof value === 'object' ? numberOf(value as object) : String(value)}`);
  }
  // Of markers only when they fire is ever read, but for those that times of the layer's own keys follow.
  if (inOrder(layer.timing).some((node) => momentsIn(node).length > 0)) parts.push(`marks:${inTime(layer.markers).map(({ id, at, length }) => `${id}@${at}+${length}`).join(',')}`);
  parts.push(`fires:${inTime(layer.markers).filter((marker) => marker.fires).map((marker) => marker.at).join(',')}`);
  return parts.join(' ');
}

/** An operator without the name that it was given. */
function numberOfNode(node: object): string {
  let number = nodes.get(node);
  if (number === undefined) {
    const { name: _, ...seen } = node as Readonly<Record<string, unknown>>;
    nodes.set(node, (number = intern(JSON.stringify(seen))));
  }
  return `op:${number}`;
}

const layers = new WeakMap<Layer, number>();
const compositions = new WeakMap<Composition, number>();
const nodes = new WeakMap<object, number>();
const objects = new WeakMap<object, number>();
const interned = new Map<string, number>();
/** Old entries name pictures that are gone; losing them only costs a repaint. A composition's is as long as its layers are many, so letters are counted. */
const MOST_LETTERS = 8_000_000;
let letters = 0;
let next = 1;

function numberOf(thing: object): number {
  let number = objects.get(thing);
  if (number === undefined) objects.set(thing, (number = next++));
  return number;
}

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
