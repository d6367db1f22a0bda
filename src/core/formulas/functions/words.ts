import { made, numbers, wanted } from '../value';
import { define } from './function';

const group = 'words';

/** A number as people write it: no more digits than say something. */
function shortly(x: number): string {
  return String(Math.round(x * 1e6) / 1e6 + 0);
}

export const WORDS = [
  define({ name: 'text', takes: ['x', 'digits?'], group, about: 'A number as text, with so many digits after the point.', example: 'text(keyed, 0) + " min"', make: ([x, digits], call) => {
    const value = wanted(x!, 'number', 'text(…)');
    const run = numbers(value);
    if (!digits) return made(call, 'text', 'plain', [value], (at) => shortly(run(at)));
    const count = numbers(wanted(digits, 'number', 'The digits of text(…)'));
    return made(call, 'text', 'plain', [value, digits], (at) => {
      const text = run(at).toFixed(Math.min(20, Math.max(0, Math.floor(count(at) || 0))));
      return /^-0\.?0*$/.test(text) ? text.slice(1) : text;
    });
  } }),
  define({ name: 'first', takes: ['text', 'n'], group, about: 'The first n letters of a text.', example: 'first(keyed, f / 2)', make: ([words, n], call) => {
    const [text, count] = [wanted(words!, 'text', 'first(…)'), wanted(n!, 'number', 'The last of first(…)')];
    const many = numbers(count);
    return made(call, 'text', 'plain', [text, count], (at) => [...(text.run(at) as string)].slice(0, Math.max(0, Math.floor((many(at) || 0) + 1e-9))).join(''));
  } }),
  define({ name: 'letters', takes: ['text'], group, about: 'How many letters a text has.', example: 'letters(keyed)', make: ([words], call) => {
    const text = wanted(words!, 'text', 'letters(…)');
    return made(call, 'number', 'plain', [text], (at) => [...(text.run(at) as string)].length);
  } }),
] as const;
