import { everyNode, parse, withReplaced, writtenName } from '../../formulas';
import { everyFormula, withAt } from '../../scene';
import type { Layer } from '../../model';

/** A layer whose formulas call others by other names: where a path of its own composition begins with one of them. Those at some paths are left. */
export function withNames(layer: Layer, names: ReadonlyMap<string, string>, left: (path: readonly string[]) => boolean = () => false): Layer {
  return everyFormula(layer).filter(({ path }) => !left(path)).reduce((one, { path, text }) => {
    const written = callingOtherwise(text, names);
    return written === text ? one : withAt(one, path, written);
  }, layer);
}

/** A formula that calls layers of its own composition by other names; one that cannot be read stays as it is. */
export function callingOtherwise(text: string, names: ReadonlyMap<string, string>): string {
  const read = parse(text);
  if (!read.ok) return text;
  const parts = [...everyNode(read.tree)].flatMap((node) => {
    if (node.is !== 'path') return [];
    const first = node.nests[0] ?? node.steps[0]!;
    const name = node.nests.length === 0 && !first.quoted && (first.name === 'self' || first.name === 'parent') ? undefined : names.get(first.name);
    return name === undefined ? [] : [{ from: first.from, to: first.to, text: writtenName({ name, quoted: first.quoted }) }];
  });
  return parts.length === 0 ? text : withReplaced(text, parts);
}
