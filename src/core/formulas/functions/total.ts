import { asSeconds } from '../measure';
import { made, numbers, wanted, type Moment } from '../value';
import { define } from './function';

/** Further than that nobody adds up: more than an hour and a half of frames. */
const FARTHEST = 200_000;

/** Sums from frame 0 to each whole frame, one way, made as far as they were asked for. */
type Sums = { values: Float64Array; known: number; last: number };

const started = (): Sums => ({ values: new Float64Array(256), known: 0, last: NaN });

export const ADDING = [
  define({ name: 'total', takes: ['x'], group: 'adding up', about: 'x added up over the layer\'s time, per second, from its frame 0: what quickens so never jumps.', example: 'sin(total(keyed) * 360deg)', make: ([x], call) => {
    const value = asSeconds(wanted(x!, 'number', 'total(…)'), call.around);
    const { momentAt, ownRate: [num, den] } = call.around;
    const [run, second] = [numbers(value), den / num];
    // Sums are kept for each copy and place by the object that stands for it.
    const places = new WeakMap<object, Map<string, { readonly ahead: Sums; readonly back: Sums }>>();
    const at = (f: number, from: Moment) => run(momentAt(f, from));
    const sumTo = (n: number, from: Moment, sums: Sums): number => {
      const way = n < 0 ? -1 : 1;
      const many = Math.abs(n);
      if (many > FARTHEST) return NaN;
      if (sums.known === 0 && Number.isNaN(sums.last)) sums.last = at(0, from);
      while (sums.known < many) {
        const next = at(way * (sums.known + 1), from);
        if (sums.known + 2 > sums.values.length) {
          const longer = new Float64Array(sums.values.length * 2);
          longer.set(sums.values);
          sums.values = longer;
        }
        sums.values[sums.known + 1] = sums.values[sums.known]! + (way * (sums.last + next) * second) / 2;
        sums.last = next;
        sums.known++;
      }
      return sums.values[many]!;
    };
    return made(call, 'number', value.measure, [value, { moves: 'in time' }], (now) => {
      const { sums } = sumsOf(now);
      const n = Math.floor(now.f);
      const whole = sumTo(n, now, n < 0 ? sums.back : sums.ahead);
      const part = now.f - n;
      if (part === 0) return whole;
      const [a, b] = [at(n, now), at(n + 1, now)];
      return whole + (a + ((b - a) * part) / 2) * part * second;
    });

    function sumsOf(now: Moment) {
      const place = call.around.placeNow();
      let known = places.get(place);
      if (!known) places.set(place, (known = new Map()));
      const name = `${now.index}/${now.count}`;
      let sums = known.get(name);
      if (!sums) known.set(name, (sums = { ahead: started(), back: started() }));
      return { sums };
    }
  } }),
] as const;
