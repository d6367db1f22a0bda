import { compile, type Around } from '../../../core/formulas';

/** A use of each function that has a shape, over t from 0 to 2 s. */
const SHAPES: Readonly<Record<string, string>> = {
  sine: 'sine(1s)', triangle: 'triangle(1s)', saw: 'saw(1s)', square: 'square(1s)', pulse: 'pulse(1s, 0.25)', noise: 'noise(3, 1)', random: 'random(2, 0.25)',
  ease: 'ease(t / 2, "sine both")', spring: 'spring(t, 1.5, 0.25)', decay: 'decay(t, 0.4)', smoothstep: 'smoothstep(0.4, 1.6, t)', step: 'step(1, t)', wrap: 'wrap(t, 0, 0.6)', fold: 'fold(t, 0, 0.6)', quantize: 'quantize(t, 0.3)', progress: 'progress(0.4s, 1.6s)', mapInside: 'mapInside(t, 0.4, 1.6, 0, 1)',
};

const alone: Around = {
  gives: { kind: 'number', measure: 'plain', frames: false }, rate: [100, 1], ownRate: [100, 1], tempo: null, name: '', keyed: null, clockless: null, frameOf: ({ frame }) => frame, momentAt: (f, from) => ({ ...from, f, frame: f }),
  reach: () => { throw new Error('nothing to be read'); }, layers: () => [], marker: () => 0, markerAt: () => 0, placeNow: () => alone, onHost: () => undefined,
};

const SIZE = [132, 34] as const;

/** The shape of a function as a small drawing, or null for one that has none. */
export function pictureOf(name: string): SVGElement | null {
  const text = Object.hasOwn(SHAPES, name) ? SHAPES[name]! : null;
  const made = text === null ? null : compile(text, alone);
  if (!made?.ok) return null;
  const values = Array.from({ length: SIZE[0] + 1 }, (_, x) => made.formula.run({ frame: (x / SIZE[0]) * 200, f: (x / SIZE[0]) * 200, index: 0, count: 1 }) as number);
  const [low, high] = [Math.min(0, ...values), Math.max(1e-6, ...values)];
  const points = values.map((value, x) => `${x},${(3 + (1 - (value - low) / (high - low)) * (SIZE[1] - 6)).toFixed(1)}`).join(' ');
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  svg.setAttribute('width', String(SIZE[0]));
  svg.setAttribute('height', String(SIZE[1]));
  svg.setAttribute('aria-hidden', 'true');
  const line = document.createElementNS('http://www.w3.org/2000/svg', 'polyline');
  line.setAttribute('points', points);
  line.setAttribute('fill', 'none');
  line.setAttribute('stroke', '#ece7da');
  line.setAttribute('stroke-width', '1.5');
  svg.append(line);
  return svg;
}
