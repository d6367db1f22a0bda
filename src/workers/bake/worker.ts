import { bakeReport, proofSteps, type PicturesCompared } from '../../core/bake';
import { applyPatches, bakeLayersSteps, formulasToKeysSteps } from '../../core/commands';
import { evaluateFrame } from '../../core/evaluate';
import { member, type Project } from '../../core/model';
import { apart, paint } from '../../painter';
import { surfaceOf } from '../../painter/browser';
import { createWorkerSurroundings } from '../browser-surroundings';
import { answerLink } from '../link';
import type { BakeCalls, BakeJob, BakeOutcome, BakeProgress, FormulaKeysJob, FormulaKeysOutcome } from './protocol';

const link = answerLink<BakeCalls, never, BakeProgress>(self as never, { bake, formulaKeys });

/** Works go on for so long before a cancel is listened for, in milliseconds. */
const BREATH = 40;

async function bake({ project, composition, layers, wish, seed, pictures }: BakeJob, signal: AbortSignal): Promise<BakeOutcome> {
  let made = 0;
  const draft = await inBreaths(bakeLayersSteps(project, composition, layers, wish, () => `${seed}${(++made).toString(36)}`), signal, () => link.say({ stage: 'keys', done: null }));
  if (draft === null) return { refused: 'These layers are gone.' };
  if ('refused' in draft) return draft;
  const after = applyPatches(project, draft.patches).project;
  const proof = await inBreaths(proofSteps(project, after, composition, draft.baked.tracks), signal, (done) => link.say({ stage: 'proof', done }));
  const compared = pictures ? await compare(project, after, composition, signal) : null;
  const { baked, ...rest } = draft;
  return { draft: rest, report: bakeReport(baked, proof, compared) };
}

async function formulaKeys({ project, composition, tracks, tolerance, seed }: FormulaKeysJob, signal: AbortSignal): Promise<FormulaKeysOutcome> {
  const ids: string[] = [];
  const newId = () => ids[ids.push(`${seed}${ids.length.toString(36)}`) - 1]!;
  const made = await inBreaths(formulasToKeysSteps(project, composition, tracks, tolerance, newId), signal, (done) => link.say({ stage: 'keys', done }));
  return made === null ? { refused: 'They are gone.' } : 'refused' in made ? made : { made, ids };
}

async function inBreaths<T>(steps: Generator<number, T>, signal: AbortSignal, tell: (done: number) => void): Promise<T> {
  let began = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - began < BREATH) continue;
    tell(step.value);
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (signal.aborted) throw signal.reason;
    began = performance.now();
  }
}

async function compare(before: Project, after: Project, id: string, signal: AbortSignal): Promise<PicturesCompared> {
  const { width, height, duration } = member(before.compositions.by, id)!;
  const surroundings = createWorkerSurroundings();
  await surroundings.load(before);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  const pixels = (project: Project, frame: number): Uint8ClampedArray => {
    const evaluated = evaluateFrame(project, id, frame, { faces: surroundings.faces(), purpose: 'output' })!;
    paint(evaluated.root, surfaceOf(canvas), surroundings.host, { view: [1, 0, 0, 1, 0, 0], width, height, background: evaluated.background, memory: null });
    return context.getImageData(0, 0, width, height).data;
  };
  let worst = { frame: 0, difference: 0 };
  for (let frame = 0; frame < duration; frame++) {
    const difference = apart(pixels(before, frame), pixels(after, frame));
    if (difference > worst.difference) worst = { frame, difference };
    link.say({ stage: 'pictures', done: (frame + 1) / duration });
    await new Promise((resolve) => setTimeout(resolve, 0));
    if (signal.aborted) throw signal.reason;
  }
  return { compared: duration, worst };
}
