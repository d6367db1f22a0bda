import type { Binary, Node, Step } from './tree';
import { HOMES, isBuiltName, RESERVED } from './words';

/** How tightly each operation binds, as the grammar has it. */
const BINDS: Readonly<Record<Binary, number>> = { or: 1, and: 2, '=': 4, '≠': 4, '<': 4, '≤': 4, '>': 4, '≥': 4, '+': 5, '-': 5, '*': 6, '/': 6, mod: 6, '^': 8 };
const NOT = 3;
const MINUS = 7;
const AT = 9;
const MEMBER = 10;

/** A tree as text, with the brackets that it needs and no others: read again, it is the same tree. */
export function print(tree: Node): string {
  return within(tree, 0);
}

function within(node: Node, least: number): string {
  const [text, binds] = printed(node);
  return binds < least ? `(${text})` : text;
}

function printed(node: Node): readonly [text: string, binds: number] {
  switch (node.is) {
    case 'number': return [`${numeral(node.value)}${node.unit}`, MEMBER];
    case 'text': return [quote(node.value, '"'), MEMBER];
    case 'truth': return [String(node.value), MEMBER];
    case 'colour': return [node.value, MEMBER];
    case 'point': return [`[${within(node.x, 0)}, ${within(node.y, 0)}]`, MEMBER];
    case 'name': return [name(node), MEMBER];
    case 'path': return [[...node.nests.map((step) => `${name(step)}/`), node.steps.map(name).join('.')].join(''), MEMBER];
    // A name that was let needs no brackets before its component; read again, it is no layer's.
    case 'member': return [`${node.of.is === 'number' ? `(${within(node.of, 0)})` : within(node.of, MEMBER)}.${name(node.step)}`, MEMBER];
    case 'at': return [`${within(node.of, AT)} @ ${node.time.is === 'path' && node.time.nests.length > 0 ? `(${within(node.time, 0)})` : within(node.time, MEMBER)}`, AT];
    case 'call': return [`${node.name}(${node.args.map((arg) => within(arg, 0)).join(', ')})`, MEMBER];
    case 'unary': return node.op === 'not' ? [`not ${within(node.of, NOT)}`, NOT] : [`-${within(node.of, MINUS)}`, MINUS];
    case 'binary': {
      const binds = BINDS[node.op];
      const raised = node.op === '^';
      // A minus may stand after ^ without brackets, and nothing else that binds less may.
      const right = raised ? within(node.right, node.right.is === 'unary' && node.right.op === '-' ? 0 : binds) : within(node.right, binds + 1);
      return [`${within(node.left, raised ? binds + 1 : binds)} ${node.op} ${right}`, binds];
    }
    case 'lets': return [`${node.lets.map((one) => `let ${one.name} = ${within(one.value, 0)}; `).join('')}${within(node.value, 0)}`, 0];
  }
}

/** A number as the grammar reads it: never with a unit's letters. */
function numeral(value: number): string {
  return String(value).replace('e+', 'e');
}

/** A name as it has to be written: in quotes where it is no plain word, or was written so. */
export function name({ name: text, quoted }: Pick<Step, 'name' | 'quoted'>): string {
  return quoted || !isPlainName(text) ? quote(text, "'") : text;
}

/** A name of the document as a formula says it: in quotes where it is no plain word, or would be taken for a word of the language. */
export function writtenName({ name: text }: Pick<Step, 'name'> & { readonly quoted?: boolean }): string {
  return isPlainName(text) && !isBuiltName(text) && !Object.hasOwn(HOMES, text) ? text : quote(text, "'");
}

/** Whether a name can be written without quotes. */
export function isPlainName(text: string): boolean {
  return /^[\p{L}_][\p{L}\d_]*$/u.test(text) && !RESERVED.has(text);
}

function quote(text: string, mark: string): string {
  return `${mark}${text.replaceAll(mark, mark + mark)}${mark}`;
}
