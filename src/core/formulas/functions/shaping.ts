import { CURVES, prepareCurve, prepareEase, type KeyCurve } from '../../keys';
import { fail } from '../fault';
import { nearestTo } from '../nearest';
import { allAlike, argument } from '../measure';
import { known, made, numbers, wanted } from '../value';
import { allNumbers, define, lifted, plainly, type FormulaFunction } from './function';

const group = 'shaping';

/** Eases by the words of CSS. */
const CSS: Readonly<Record<string, readonly [number, number, number, number]>> = { linear: [0, 0, 1, 1], ease: [0.25, 0.1, 0.25, 1], 'ease-in': [0.42, 0, 1, 1], 'ease-out': [0, 0, 0.58, 1], 'ease-in-out': [0.42, 0, 0.58, 1] };
const SIDES = ['in', 'out', 'both'] as const;

/** Every name that an ease can be called by. */
export const EASES: readonly string[] = [...CURVES.flatMap(({ kind }) => SIDES.map((side) => `${kind} ${side}`)), ...Object.keys(CSS)];

/** Progress by name, or null. */
export function easeNamed(name: string): ((u: number) => number) | null {
  const css = Object.hasOwn(CSS, name) ? CSS[name] : undefined;
  if (css) return name === 'linear' ? (u) => Math.min(1, Math.max(0, u)) : prepareEase(...css);
  const [kind, side = 'in'] = name.split(' ');
  if (!CURVES.some((curve) => curve.kind === kind) || !(SIDES as readonly string[]).includes(side) || name.split(' ').length > 2) return null;
  const curve = prepareCurve({ kind, side } as KeyCurve);
  return (u) => (u <= 0 ? 0 : u >= 1 ? 1 : curve.at(u));
}

/** The first three measure the same, and so do the last two. */
const mapped = (inside: boolean): FormulaFunction['make'] => (args, call) => {
  const list = allNumbers(args, call);
  const [[x, from, to]] = allAlike(list.slice(0, 3), call.around);
  const [[low, high], measure] = allAlike(list.slice(3), call.around);
  return lifted(call, measure, [x!, from!, to!, low!, high!], (v, a, b, lo, hi) => {
    const u = (v! - a!) / (b! - a!);
    return lo! + (hi! - lo!) * (inside ? Math.min(1, Math.max(0, u)) : u);
  });
};

/** How far a spring has come that is let go at 0 and rests at 1: the step response of a damped oscillator. */
export function springAt(t: number, frequency: number, damping: number): number {
  if (!(t > 0)) return t === t ? 0 : NaN;
  const w = 2 * Math.PI * frequency;
  const z = Math.max(0, damping);
  if (z < 1) {
    const wd = w * Math.sqrt(1 - z * z);
    return 1 - Math.exp(-z * w * t) * (Math.cos(wd * t) + (z / Math.sqrt(1 - z * z)) * Math.sin(wd * t));
  }
  if (z === 1) return 1 - Math.exp(-w * t) * (1 + w * t);
  const root = Math.sqrt(z * z - 1);
  const [a, b] = [-w * (z - root), -w * (z + root)];
  return 1 + (a * Math.exp(b * t) - b * Math.exp(a * t)) / (b - a);
}

export const SHAPING = [
  define({ name: 'map', takes: ['x', 'fromLo', 'fromHi', 'toLo', 'toHi'], group, about: 'Brings a range to another one, straight, and on beyond both ends.', example: 'map(Lamp.turn, 0, 90, 0, 100)', make: mapped(false) }),
  define({ name: 'mapInside', takes: ['x', 'fromLo', 'fromHi', 'toLo', 'toHi'], group, about: 'Brings a range to another one, and stays in it.', example: 'mapInside(t, 1s, 2s, 0, 100)', make: mapped(true) }),
  define({ name: 'ease', takes: ['u', '"how"'], group, about: 'Progress from 0 to 1 by a curve of keys, as “sine in” or “back out”, or a word of CSS.', example: 'ease(progress(1s, 2s), "back out")', make: ([u, how], call) => {
    const name = known(wanted(how!, 'text', 'The last of ease(…)'));
    if (typeof name !== 'string') return fail(how!, 'How it eases has to be written here, as "sine in".');
    const at = easeNamed(name);
    if (!at) {
      const near = nearestTo(name, EASES);
      return fail(how!, `There is no ease called “${name.slice(0, 30)}”. There are ${[...new Set(EASES.map((one) => one.split(' ')[0]))].slice(0, 6).join(', ')} (each in, out or both), and the words of CSS.`, near ? { nearest: `"${near}"` } : {});
    }
    return lifted(call, 'plain', [argument(wanted(u!, 'number', 'ease(…)'), call.around)], (x) => at(x!));
  } }),
  define({ name: 'spring', takes: ['t', 'frequency', 'damping'], group, about: 'From 0 to 1 as a spring comes to rest: so many swings a second, and how soon they die (1: without a swing).', example: 'spring(since("arrive"), 2, 0.3)', make: plainly((t, frequency, damping) => springAt(t!, frequency!, damping!)) }),
  define({ name: 'decay', takes: ['t', 'halfLife'], group, about: 'From 1 at t = 0 halved each half-life; 0 before.', example: 'decay(since("hit"), 0.2)', make: (args, call) => {
    const [t, half] = allNumbers(args, call).map((one) => argument(one, call.around));
    const [seconds, long] = [numbers(t!), known(half!) as number | undefined];
    if (long === undefined) return lifted(call, 'plain', [t!, half!], (x, h) => (x! < 0 ? 0 : Math.pow(2, -x! / h!)));
    const often = -1 / long;
    if (t!.line && !t!.line.kept) {
      const { first, long: second } = t!.line;
      const each = often / second;
      return made(call, 'number', 'plain', [t!], (at) => { const x = at.f - first; return x < 0 ? 0 : Math.pow(2, x * each); });
    }
    return made(call, 'number', 'plain', [t!], (at) => { const x = seconds(at); return x < 0 ? 0 : Math.pow(2, x * often); });
  } }),
] as const;
