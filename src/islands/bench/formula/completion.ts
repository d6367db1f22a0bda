import type { Completion, CompletionContext, CompletionResult } from '@codemirror/autocomplete';
import { EASES, FUNCTIONS, HOMES, NAMES } from '../../../core/formulas';
import { pictureOf } from './function-picture';

/** What can be written in a formula here, beside the language itself. */
export type Writable = {
  readonly layers: readonly { readonly name: string; readonly written: string; readonly about: string }[];
  /** Tracks of a layer by its name, or of `self` and `parent`. */
  readonly tracksOf: (layer: string) => readonly { readonly written: string; readonly about: string }[];
  readonly markers: readonly string[];
};

const option = (label: string, detail: string, apply: string, more: Partial<Completion> = {}): Completion => ({ label, detail, apply, ...more });

const WORDS: readonly Completion[] = [
  ...FUNCTIONS.map((one) => option(one.name, `(${one.takes.join(', ')})`, `${one.name}(`, { info: () => helpOf(one.about, one.example, one.name) })),
  ...Object.entries(NAMES).map(([name, about]) => option(name, about, name)),
  ...Object.entries(HOMES).map(([name, about]) => option(name, about, `${name}.`, { boost: -1 })),
];

/** One line of help, an example, and for what has a shape a small picture of it. */
function helpOf(about: string, example: string, name: string): HTMLElement {
  const box = document.createElement('div');
  const line = document.createElement('p');
  line.textContent = about;
  const code = document.createElement('code');
  code.textContent = example;
  box.append(line, code);
  const picture = pictureOf(name);
  if (picture) box.append(picture);
  return box;
}

/** Completion: after a point the tracks of that layer, in quotes markers and eases, else layers, names and functions. */
export function completeFormula(writable: () => Writable) {
  return (context: CompletionContext): CompletionResult | null => {
    const before = context.state.sliceDoc(0, context.pos);
    const member = /((?:'(?:[^']|'')*'|[\p{L}_][\p{L}\d_]*))\.('?[\p{L}\d_ ]*)$/u.exec(before);
    if (member) {
      const name = member[1]!.startsWith("'") ? member[1]!.slice(1, -1).replaceAll("''", "'") : member[1]!;
      const tracks = writable().tracksOf(name);
      return tracks.length === 0 ? null : { from: context.pos - member[2]!.length, options: tracks.map(({ written, about }) => option(written.replace(/^'|'$/g, ''), about, written)), validFor: /^'?[\p{L}\d_ ]*$/u };
    }
    const quoted = /\b(when|since|between|ease)\([^()"]*(?:"[^"]*"[^()"]*)?"([^"]*)$/.exec(before);
    if (quoted) {
      const list = quoted[1] === 'ease' ? EASES : writable().markers;
      return { from: context.pos - quoted[2]!.length, options: list.map((name) => option(name, quoted[1] === 'ease' ? 'ease' : 'marker', `${name}"`)), validFor: /^[^"]*$/ };
    }
    const inQuotes = (before.match(/'/g)?.length ?? 0) % 2 === 1;
    const word = (inQuotes ? /'[^']*$/ : /[\p{L}_][\p{L}\d_]*$/u).exec(before);
    if (!word && !context.explicit) return null;
    // A unit behind a number is no name.
    if (/(?:^|[^\p{L}\d_])\d[\d.]*[a-zA-Z]*$/u.test(before)) return null;
    // Inside a text nothing is completed.
    if ((before.match(/"/g)?.length ?? 0) % 2 === 1) return null;
    const layers = writable().layers.map(({ name, written, about }) => option(name, about, `${written}.`, { boost: 1 }));
    return { from: context.pos - (word?.[0].length ?? 0), options: [...layers, ...WORDS], validFor: /^'?[\p{L}\d_ ]*$/u };
  };
}
