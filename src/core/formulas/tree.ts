/** Where something stands in a formula's text, half-open, counted in UTF-16 units. */
export type Place = { readonly from: number; readonly to: number };

/** One name on the way to a value: a layer's, a part's, a track's, or a component's. */
export type Step = Place & { readonly name: string; readonly quoted: boolean };

export type Unit = '' | 's' | 'f' | 'b' | 'bar' | 'deg' | '%';

/** A formula as it is written, without brackets, layout and comments. */
export type Node = Place & (
  | { readonly is: 'number'; readonly value: number; readonly unit: Unit }
  | { readonly is: 'text'; readonly value: string }
  | { readonly is: 'truth'; readonly value: boolean }
  | { readonly is: 'colour'; readonly value: string }
  | { readonly is: 'point'; readonly x: Node; readonly y: Node }
  | { readonly is: 'name'; readonly name: string; readonly quoted: boolean }
  /** A track by the names of nests on the way in (none for this composition), its layer, and what leads to it there. */
  | { readonly is: 'path'; readonly nests: readonly Step[]; readonly steps: readonly Step[] }
  | { readonly is: 'member'; readonly of: Node; readonly step: Step }
  | { readonly is: 'at'; readonly of: Node; readonly time: Node }
  | { readonly is: 'call'; readonly name: string; readonly named: Place; readonly args: readonly Node[] }
  | { readonly is: 'unary'; readonly op: '-' | 'not'; readonly of: Node }
  | { readonly is: 'binary'; readonly op: Binary; readonly left: Node; readonly right: Node }
  | { readonly is: 'lets'; readonly lets: readonly { readonly name: string; readonly named: Place; readonly value: Node }[]; readonly value: Node }
);

export type Binary = 'or' | 'and' | '=' | '≠' | '<' | '≤' | '>' | '≥' | '+' | '-' | '*' | '/' | 'mod' | '^';

export type NodeOf<K extends Node['is']> = Extract<Node, { readonly is: K }>;

/** The parts of a node, in the order in which they are written. */
export function partsOf(node: Node): readonly Node[] {
  switch (node.is) {
    case 'point': return [node.x, node.y];
    case 'member': return [node.of];
    case 'at': return [node.of, node.time];
    case 'call': return node.args;
    case 'unary': return [node.of];
    case 'binary': return [node.left, node.right];
    case 'lets': return [...node.lets.map(({ value }) => value), node.value];
    default: return [];
  }
}

/** A node and everything in it, the outer before the inner. */
export function* everyNode(node: Node): Generator<Node> {
  const waiting = [node];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    yield next;
    waiting.push(...[...partsOf(next)].reverse());
  }
}
