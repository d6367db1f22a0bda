import { compile, FUNCTIONS } from '../../src/core/formulas';
import { aroundFormulas } from './formula-around';

/** Formulas whose values are the same to the bit on every machine. */
const BY_CHANCE = ['random(7)', 'random(index)', 'random(f)', 'random(3, 4f)', 'noise(2, 3)', 'noise(0.7, index)', 'noise2(5, 8)', 'noise(total(1), 2)'];
/** What no value comes of by itself. */
const SILENT = new Set(['level', 'low', 'mid', 'high', 'hit', 'onset']);
const FRAMES = [-250, -1, 0, 0.25, 1, 7, 29.97, 100, 12345.5];

/** Values of formulas by chance, as the eight bytes of each number, and of the example of every function there is, as numbers. */
export type FormulaSamples = { readonly chance: readonly string[]; readonly others: readonly { readonly formula: string; readonly values: readonly number[] }[] };

export function formulaSamples(): FormulaSamples {
  const sample = (formula: string): readonly number[] => {
    const made = compile(formula, aroundFormulas());
    if (!made.ok) throw new Error(`${formula}: ${made.fault.message}`);
    return FRAMES.flatMap((frame) => [0, 3].flatMap((index) => [made.formula.run({ frame, f: frame - 10, index, count: 5 })].flat() as number[])).map(Number);
  };
  const bytes = (value: number) => Array.from(new Uint8Array(Float64Array.of(value).buffer), (byte) => byte.toString(16).padStart(2, '0')).join('');
  const tried = FUNCTIONS.filter(({ name, group }) => group !== 'chance' && !SILENT.has(name)).map(({ example }) => example).filter((example) => compile(example, aroundFormulas()).ok);
  return { chance: BY_CHANCE.flatMap(sample).map(bytes), others: tried.map((formula) => ({ formula, values: sample(formula) })) };
}
