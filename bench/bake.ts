import { proofSteps } from '../src/core/bake';
import { applyPatches, bakeLayersSteps } from '../src/core/commands';
import { evaluateFrame } from '../src/core/evaluate';
import { comparePictures } from '../src/cli/compare-pictures';
import { mediaInMemory } from '../src/cli/media';
import { readProjectFile, type Project } from '../src/core/model';
import type { Figure } from './seeded';

const FRAMES = 300;
const FACES = { faces: () => null, purpose: 'output' } as const;

/** A film of nests three deep, each with a timing, with so many layers of 50 keys at the bottom. */
function deepFilm(layers: number, frames: number): Project {
  const track = (n: number, of: number) => ({ keys: Array.from({ length: of }, (_, i) => ({ at: i * 10, value: ((i * 37 + n * 11) % 90) - 20, ...(i % 3 === 1 ? { right: 'smooth', left: 'smooth' } : {}) })) });
  const nest = (source: string, timing: readonly object[]) => [{ id: `${source}Use`, name: source, kind: 'nest', source, spans: [[0, frames]], timing }];
  const read = readProjectFile({
    format: 'oak-tumble/project', version: 2, name: 'Deep',
    compositions: [
      { id: 'main', name: 'Main', duration: frames, layers: nest('hall', [{ op: 'loop', from: 0, to: 150 }]) },
      { id: 'hall', name: 'Hall', duration: frames, layers: nest('room', [{ op: 'speed', rate: 0.5 }]) },
      { id: 'room', name: 'Room', duration: frames, layers: nest('cell', [{ op: 'reverse', from: 0, to: 95 }]) },
      { id: 'cell', name: 'Cell', duration: 100, layers: Array.from({ length: layers }, (_, n) => ({ id: `l${n}`, name: `L${n}`, kind: 'shape', spans: [[0, 100]], channels: { x: track(n, 10), y: track(n + 1, 10), rotation: track(n + 2, 10), scaleX: track(n + 3, 10), opacity: track(n + 4, 10) } })) },
    ],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues[0]));
  return read.value;
}

function finished<T>(steps: Generator<unknown, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

const WISH = { on: 'both', deep: true, whole: false, tolerance: 0.01 } as const;
let count = 0;

function bakeOf(film: Project) {
  const draft = finished(bakeLayersSteps(film, 'main', ['hallUse'], WISH, () => `new-${++count}`));
  if (!draft || 'refused' in draft) throw new Error('Nothing was baked.');
  return draft;
}

/** The shortest of a few rounds of each work, in turns, each on a film that nothing was prepared of. */
function least(works: readonly { readonly layers: number; readonly work: (film: Project) => void }[]): readonly number[] {
  const found = works.map(() => Infinity);
  for (let round = 0; round < 6; round++) {
    works.forEach(({ layers, work }, i) => {
      const film = deepFilm(layers, FRAMES);
      const from = performance.now();
      work(film);
      found[i] = Math.min(found[i]!, performance.now() - from);
    });
  }
  return found;
}

/** Baking through three nests, against evaluating the same frames once. */
export async function measureBake(): Promise<readonly Figure[]> {
  const evaluate = (film: Project) => {
    for (let frame = 0; frame < FRAMES; frame++) evaluateFrame(film, 'main', frame, FACES);
  };
  const prove = (film: Project) => {
    const draft = bakeOf(film);
    const after = applyPatches(film, draft.patches).project;
    const { worst } = finished(proofSteps(film, after, 'main', draft.baked.tracks));
    if ((worst[0]?.error ?? 1) > 0.02) throw new Error(`The proof found ${JSON.stringify(worst[0])}`);
  };
  const works = [{ layers: 200, work: evaluate }, { layers: 200, work: bakeOf }, { layers: 200, work: prove }, { layers: 50, work: bakeOf }];
  const [once, bake, proof, small] = least(works) as [number, number, number, number];
  const film = deepFilm(200, FRAMES);
  const draft = bakeOf(film);
  const from = performance.now();
  const pictures = await comparePictures(film, applyPatches(film, draft.patches).project, 'main', mediaInMemory());
  const painted = performance.now() - from;
  return [
    { what: `Bake of 200 layers × 50 keys through 3 depths into ${draft.baked.keysAfter} keys, against evaluating its ${FRAMES} frames once`, measured: `${bake.toFixed(0)} ms : ${once.toFixed(0)} ms (ratio ${(bake / once).toFixed(2)})`, bar: '≤ 1.5', held: bake / once <= 1.5 },
    { what: 'The same with the proof of values', measured: `${proof.toFixed(0)} ms : ${once.toFixed(0)} ms (ratio ${(proof / once).toFixed(2)})`, bar: '≤ 2.5', held: proof / once <= 2.5 },
    { what: 'Bake of 200 layers against 50', measured: `${bake.toFixed(0)} ms : ${small.toFixed(0)} ms (ratio ${(bake / small).toFixed(1)})`, bar: '≤ 5', held: bake / small <= 5 },
    { what: `The pictures of both compared: ${pictures.compared} frames of ${film.compositions.by['main']!.width} × ${film.compositions.by['main']!.height} painted twice`, measured: `${(painted / 1000).toFixed(1)} s; they differ by ${pictures.worst.difference} of 255 at most`, bar: 'told', held: true },
  ];
}
