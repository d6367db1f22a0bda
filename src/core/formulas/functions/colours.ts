import { argument } from '../measure';
import { made, numbers, type Value } from '../value';
import { allNumbers, define, type Call } from './function';

const group = 'colour';
const kept = (x: number) => Math.min(1, Math.max(0, x));

/** A part of a colour: so many of `most`, or a percentage. */
function partOf(value: Value, most: number, { around }: Call) {
  const plain = argument(value, around);
  const run = numbers(plain);
  const isShare = value.measure === 'ratio' || value.measure === 'percent';
  return { value: plain, at: isShare ? run : (at: Parameters<typeof run>[0]) => run(at) / most };
}

/** Hue in degrees, the rest from 0 to 1, as CSS Color 4 works it out. */
export function hslToRgb(h: number, s: number, l: number): readonly number[] {
  const part = (n: number) => {
    const k = (n + h / 30) - 12 * Math.floor((n + h / 30) / 12);
    return l - s * Math.min(l, 1 - l) * Math.max(-1, Math.min(k - 3, 9 - k, 1));
  };
  return [part(0), part(8), part(4)];
}

export const COLOURS = [
  define({ name: 'rgb', takes: ['r', 'g', 'b', 'alpha?'], group, about: 'A colour of red, green and blue, 0 to 255 each or in percent.', example: 'rgb(224, 168, 79)', make: (args, call) => {
    const list = allNumbers(args, call);
    const parts = [...list.slice(0, 3).map((one) => partOf(one, 255, call)), ...list.slice(3).map((one) => partOf(one, 1, call))];
    return made(call, 'colour', 'plain', parts.map(({ value }) => value), (at) => [kept(parts[0]!.at(at)), kept(parts[1]!.at(at)), kept(parts[2]!.at(at)), parts[3] ? kept(parts[3].at(at)) : 1]);
  } }),
  define({ name: 'hsl', takes: ['hue', 'saturation', 'lightness', 'alpha?'], group, about: 'A colour of hue in degrees, saturation and lightness in percent.', example: 'hsl(t * 40deg, 60%, 60%)', make: (args, call) => {
    const list = allNumbers(args, call);
    const [hue, rest, alpha] = [numbers(argument(list[0]!, call.around)), list.slice(1, 3).map((one) => partOf(one, 100, call)), list[3] ? partOf(list[3], 1, call) : null];
    return made(call, 'colour', 'plain', [list[0]!, ...rest.map(({ value }) => value), ...(alpha ? [alpha.value] : [])], (at) => [...hslToRgb(hue(at), kept(rest[0]!.at(at)), kept(rest[1]!.at(at))).map(kept), alpha ? kept(alpha.at(at)) : 1]);
  } }),
] as const;
