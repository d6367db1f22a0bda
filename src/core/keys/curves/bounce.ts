import { defineCurve } from './curve-kind';

/** Falls for one unit of time, then springs n times, the i-th for 2aⁱ units; how long all of it lasts. */
function whole(a: number, n: number): number {
  let sum = 1;
  for (let i = 1; i <= n; i++) sum += 2 * a ** i;
  return sum;
}

/** A ball that is dropped on where it arrives. */
export const bounce = defineCurve({
  kind: 'bounce', title: 'Bounce', form: 'out', amount: 0.5, swings: 3,
  at: (u, a, springs) => {
    const n = Math.floor(springs);
    let z = u * whole(a, n);
    if (z < 1) return z * z;
    z -= 1;
    for (let i = 1; i <= n; i++) {
      const half = a ** i;
      if (z < 2 * half || i === n) return 1 - (half * half - (z - half) ** 2);
      z -= 2 * half;
    }
    return 1;
  },
  slope: (end, a, springs) => {
    const n = Math.floor(springs);
    return end === 0 ? 0 : 2 * a ** n * whole(a, n);
  },
  examples: [
    { given: { side: 'out' }, u: 1 / 2.75, becomes: 1 },
    { given: { side: 'out' }, u: 1.5 / 2.75, becomes: 0.75 },
    { given: { side: 'out', swings: 0 }, u: 0.5, becomes: 0.25 },
    { given: {}, u: 1 - 0.5 / 2.75, becomes: 0.75 },
  ],
});
