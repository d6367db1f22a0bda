import { affine, known, ofFrame, numbers, wanted, made, type Pair } from '../value';
import { allAlike, argument, radians } from '../measure';
import { allNumbers, alikely, define, lifted, plainly, type FormulaFunction } from './function';

const group = 'mathematics';

/** Sine and its kin take an angle, or a bare number in radians. */
const ofAngle = (work: (x: number) => number): FormulaFunction['make'] => (args, call) => lifted(call, 'plain', allNumbers(args, call).map((one) => radians(one, call.around)), work);
/** What gives an angle gives degrees. */
const angleOf = (work: (...args: number[]) => number): FormulaFunction['make'] => (args, call) =>
  lifted(call, 'angle', allNumbers(args, call).map((one) => argument(one, call.around)), (...numbers) => (work(...numbers) * 180) / Math.PI);
const softly = (u: number) => (u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u));
const lengthOf = ([x, y]: Pair) => Math.hypot(x, y);

/** Named and meant as in CSS and GLSL. */
export const MATHEMATICS = [
  define({ name: 'sin', takes: ['angle'], group, about: 'Sine of an angle, or of a number in radians.', example: 'sin(t * 90deg)', make: ofAngle(Math.sin) }),
  define({ name: 'cos', takes: ['angle'], group, about: 'Cosine of an angle, or of a number in radians.', example: 'cos(t * 90deg)', make: ofAngle(Math.cos) }),
  define({ name: 'tan', takes: ['angle'], group, about: 'Tangent of an angle, or of a number in radians.', example: 'tan(30deg)', make: ofAngle(Math.tan) }),
  define({ name: 'asin', takes: ['x'], group, about: 'The angle whose sine this is.', example: 'asin(0.5)', make: angleOf((x) => Math.asin(x!)) }),
  define({ name: 'acos', takes: ['x'], group, about: 'The angle whose cosine this is.', example: 'acos(0.5)', make: angleOf((x) => Math.acos(x!)) }),
  define({ name: 'atan', takes: ['y', 'x?'], group, about: 'The angle whose tangent this is; of two numbers, the direction to them.', example: 'atan(y, x)', make: angleOf((y, x) => (x === undefined ? Math.atan(y!) : Math.atan2(y!, x))) }),
  define({ name: 'angle', takes: ['point'], group, about: 'The direction in which a point lies, seen from [0, 0].', example: 'angle(Lamp.position - self.position)', make: ([one], call) => {
    const point = wanted(one!, 'point', 'angle(…)');
    return made(call, 'number', 'angle', [point], (at) => { const [x, y] = point.run(at) as Pair; return (Math.atan2(y, x) * 180) / Math.PI; });
  } }),
  define({ name: 'sqrt', takes: ['x'], group, about: 'Square root.', example: 'sqrt(2)', make: plainly(Math.sqrt as (x?: number) => number) }),
  define({ name: 'exp', takes: ['x'], group, about: 'e to the power of x.', example: 'exp(-t)', make: plainly((x) => Math.exp(x!)) }),
  define({ name: 'ln', takes: ['x'], group, about: 'Natural logarithm.', example: 'ln(2)', make: plainly((x) => Math.log(x!)) }),
  define({ name: 'log', takes: ['x', 'base?'], group, about: 'Logarithm to a base; natural without one.', example: 'log(8, 2)', make: plainly((x, base) => (base === undefined ? Math.log(x!) : Math.log(x!) / Math.log(base))) }),
  define({ name: 'abs', takes: ['x'], group, about: 'The number without its sign.', example: 'abs(keyed)', make: alikely((x) => Math.abs(x!)) }),
  define({ name: 'sign', takes: ['x'], group, about: '−1, 0 or 1.', example: 'sign(sin(t))', make: alikely((x) => Math.sign(x!), 'plain') }),
  define({ name: 'floor', takes: ['x'], group, about: 'Down to the next whole number.', example: 'floor(t)', make: alikely((x) => Math.floor(x!)) }),
  define({ name: 'ceil', takes: ['x'], group, about: 'Up to the next whole number.', example: 'ceil(t)', make: alikely((x) => Math.ceil(x!)) }),
  define({ name: 'round', takes: ['x', 'step?'], group, about: 'To the nearest whole number, or the nearest step.', example: 'round(keyed, 15)', make: alikely((x, step) => (step === undefined ? Math.round(x!) : Math.round(x! / step) * step)) }),
  define({ name: 'fract', takes: ['x'], group, about: 'What is left over a whole number.', example: 'fract(t)', make: alikely((x) => x! - Math.floor(x!)) }),
  define({ name: 'min', takes: ['a', 'more…'], group, about: 'The least of several.', example: 'min(keyed, 40)', make: alikely(Math.min) }),
  define({ name: 'max', takes: ['a', 'more…'], group, about: 'The largest of several.', example: 'max(keyed, 0)', make: alikely(Math.max) }),
  define({ name: 'clamp', takes: ['lo', 'x', 'hi'], group, about: 'x, kept between lo and hi.', example: 'clamp(0, f, 10)', make: alikely((lo, x, hi) => Math.max(lo!, Math.min(x!, hi!))) }),
  define({ name: 'mix', takes: ['a', 'b', 'u'], group, about: 'From a (u = 0) to b (u = 1): numbers, points or colours.', example: 'mix(20, 100, progress(1s, 3s))', make: ([a, b, u], call) => {
    const part = argument(wanted(u!, 'number', 'The last of mix(…)'), call.around);
    const share = part.run as (at: never) => number;
    if (a!.kind === 'point' || a!.kind === 'colour') {
      const other = wanted(b!, a!.kind, 'mix(…)');
      return made(call, a!.kind, 'plain', [a!, other, part], (at) => {
        const [from, to, x] = [a!.run(at) as readonly number[], other.run(at) as readonly number[], share(at as never)];
        return from.map((one, i) => one + (to[i]! - one) * x);
      });
    }
    const [[from, to], measure] = allAlike(allNumbers([a!, b!], call), call.around);
    const [x, y] = [known(from!) as number | undefined, known(to!) as number | undefined];
    if (x !== undefined && y !== undefined) return affine(call, part, y - x, x, measure);
    return lifted(call, measure, [from!, to!, part], (one, other, s) => one! + (other! - one!) * s!);
  } }),
  define({ name: 'step', takes: ['edge', 'x'], group, about: '0 before the edge, 1 from it on.', example: 'step(2s, t)', make: alikely((edge, x) => (x! < edge! ? 0 : 1), 'plain') }),
  define({ name: 'smoothstep', takes: ['a', 'b', 'x'], group, about: 'From 0 at a to 1 at b, softly at both ends.', example: 'smoothstep(1s, 2s, t)', make: (args, call) => {
    const [values] = allAlike(allNumbers(args, call), call.around);
    const [a, b] = [known(values[0]!) as number | undefined, known(values[1]!) as number | undefined];
    if (a === undefined || b === undefined) return lifted(call, 'plain', values, (from, to, x) => softly((x! - from!) / (to! - from!)));
    const [x, long] = [numbers(values[2]!), b - a];
    const line = values[2]!.line;
    if (a === 0 && b === 1 && line) {
      const { first, long } = line;
      return ofFrame(call, (f) => { const u = (f - first) / long; return u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u); });
    }
    if (a === 0 && b === 1) return made(call, 'number', 'plain', values, (at) => { const u = x(at); return u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u); });
    return made(call, 'number', 'plain', values, (at) => { const u = (x(at) - a) / long; return u <= 0 ? 0 : u >= 1 ? 1 : u * u * (3 - 2 * u); });
  } }),
  define({ name: 'hypot', takes: ['a', 'more…'], group, about: 'How long a line is that goes so far each way.', example: 'hypot(3, 4)', make: alikely(Math.hypot) }),
  define({ name: 'length', takes: ['point'], group, about: 'How far a point is from [0, 0].', example: 'length(self.position)', make: ([one], call) => {
    const point = wanted(one!, 'point', 'length(…)');
    return made(call, 'number', 'plain', [point], (at) => lengthOf(point.run(at) as Pair));
  } }),
  define({ name: 'distance', takes: ['a', 'b'], group, about: 'How far two points are apart.', example: 'distance(Lamp.position, self.position)', make: (args, call) => {
    const [a, b] = args.map((one) => wanted(one, 'point', 'distance(…)'));
    return made(call, 'number', 'plain', [a!, b!], (at) => { const [[x, y], [u, v]] = [a!.run(at) as Pair, b!.run(at) as Pair]; return Math.hypot(u - x, v - y); });
  } }),
] as const;
