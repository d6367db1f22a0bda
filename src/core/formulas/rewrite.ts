import { parse } from './parse';
import { everyNode, type Node, type Place } from './tree';

/** Places of a text with something else in them; what lies between, layout and comments too, stays. */
export function withReplaced(text: string, parts: readonly (Place & { readonly text: string })[]): string {
  let [result, at] = ['', 0];
  for (const part of [...parts].sort((a, b) => a.from - b.from)) {
    result += text.slice(at, part.from) + part.text;
    at = part.to;
  }
  return result + text.slice(at);
}

/** A number without the dust of dividing. */
function tidy(value: number): string {
  return String(Math.round(value * 1e6) / 1e6 + 0).replace('e+', 'e');
}

/**
 * A formula whose time runs at another rate: a length in frames lasts as long in seconds as before, and a bare `f` counts as many as before.
 * What cannot be read stays as it is.
 */
export function rescaledFormula(text: string, factor: number): string {
  const read = parse(text);
  if (!read.ok || factor === 1) return text;
  const parts: (Place & { readonly text: string })[] = [];
  const done = new Set<Node>();
  for (const node of everyNode(read.tree)) {
    if (done.has(node)) continue;
    if (node.is === 'number' && node.unit === 'f') parts.push({ from: node.from, to: node.to, text: `${tidy(node.value * factor)}f` });
    // What was rescaled before is one factor, not a row of them.
    if (node.is === 'binary' && node.op === '*' && isFrames(node.left) && node.right.is === 'number' && node.right.unit === '' && text.slice(node.left.to, node.right.from).trim() === '*') {
      const by = node.right.value / factor;
      done.add(node.left).add(node.right);
      parts.push({ from: node.left.from, to: node.right.to, text: Math.abs(by - 1) < 1e-6 ? 'f' : `f * ${tidy(by)}` });
    } else if (isFrames(node)) parts.push({ from: node.from, to: node.to, text: `(f * ${tidy(1 / factor)})` });
  }
  return parts.length === 0 ? text : withReplaced(text, parts);
}

function isFrames(node: Node): boolean {
  return node.is === 'name' && !node.quoted && node.name === 'f';
}

/** Whether a formula reads a name that stands for a value by itself, as `keyed` or `index`. */
export function readsName(text: string, name: string): boolean {
  const read = parse(text);
  return read.ok && [...everyNode(read.tree)].some((node) => node.is === 'name' && !node.quoted && node.name === name);
}
