import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { afterEach, beforeAll, describe, expect, test } from 'vitest';
import { applyPatches, changeFrom, patchOf, readPath, sameValue, takeBack, validateTouched, type Draft } from '../src/core/commands';
import { netEffect } from '../src/core/commands/document/net-effect';
import { evaluateFrame } from '../src/core/evaluate';
import { deepIdentity, timingOf } from '../src/core/scene';
import type { FaceLookup } from '../src/core/lettering';
import { inOrder, readProject, writeProject, type Project } from '../src/core/model';
import { dust } from '../src/core/time';
import { pieces, preimages } from '../src/core/timing';
import { createPictureMemory, lookupFrom, paint, type Picture, type Surface } from '../src/painter';
import { createNodeHost, loadNodeFaces } from '../src/painter/node';
import { COMMANDS, draftOf, randomCommand } from './support/random-commands';
import { apart } from '../src/painter';
import { counting, missingFrom, randomFilm } from './support/random-film';

// These laws run without a pause; in between, the runner hears that its worker lives.
afterEach(() => new Promise<void>((next) => setTimeout(next, 0)));

let count = 0;
const newId = () => `w${++count}`;

/** A film after a draft, which must fit, leave it whole, and be the same when it is written and read. */
function done(project: Project, draft: Draft): Project {
  const { project: next, clashes } = applyPatches(project, draft.patches);
  if (clashes.length > 0) throw new Error(`${draft.label} clashes at ${clashes[0]!.patch.path.join('/')}`);
  const words = validateTouched(next, draft.patches);
  if (words.length > 0) throw new Error(`${draft.label}: ${words.join(' ')}`);
  const read = readProject(writeProject(next));
  if (!read.ok || !sameValue(read.value, next)) throw new Error(`${draft.label} is not read as it was written`);
  return next;
}

/** Lets the test's surroundings answer: a law is a long stretch of sums. */
const breath = () => new Promise((resolve) => setImmediate(resolve));

/** Where two texts part. */
function difference(a: string, b: string): string {
  let i = 0;
  while (i < a.length && a[i] === b[i]) i++;
  return `…${a.slice(Math.max(0, i - 60), i + 60)}… is …${b.slice(Math.max(0, i - 60), i + 60)}…`.replace(/\s+/g, ' ');
}

/** Where two values differ, down to the leaves. A thing that came or went is one. */
function leaves(a: unknown, b: unknown): readonly (readonly string[])[] {
  if (sameValue(a, b)) return [];
  const both = [a, b].every((one) => one !== null && typeof one === 'object' && !Array.isArray(one));
  if (!both) return [[]];
  const [left, right] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return [...new Set([...Object.keys(left), ...Object.keys(right)])].flatMap((key) => leaves(left[key], right[key]).map((leaf) => [key, ...leaf]));
}

describe('whatever the film and whatever is done to it', () => {
  test('the document stays whole, undo leads back to the same file and redo to the same again', async () => {
    const seen = counting();
    const told = new Map<string, number>();
    await fc.assert(fc.asyncProperty(randomFilm, fc.array(randomCommand, { minLength: 3, maxLength: 6 }), async (film, commands) => {
      await breath();
      seen.see(film);
      let project = film;
      const steps: Draft[] = [];
      const files = [writeProject(film)];
      for (const command of commands) {
        const draft = draftOf(project, command, newId, told);
        if (!draft) continue;
        project = done(project, draft);
        steps.push(draft);
        files.push(writeProject(project));
      }
      const undone: Draft[] = [];
      for (let i = steps.length - 1; i >= 0; i--) {
        const { draft, skipped } = takeBack(project, steps[i]!);
        if (skipped.length > 0) throw new Error(`${steps[i]!.label} left ${skipped.join(', ')}`);
        project = done(project, draft);
        undone.unshift(draft);
        if (writeProject(project) !== files[i]) throw new Error(`undoing “${steps[i]!.label}” leads to another file: ${difference(files[i]!, writeProject(project))}`);
      }
      for (const [i, back] of undone.entries()) {
        project = done(project, takeBack(project, back, 'Redo').draft);
        if (writeProject(project) !== files[i + 1]) throw new Error(`doing “${steps[i]!.label}” again leads to another file: ${difference(files[i + 1]!, writeProject(project))}`);
      }
    }), { seed: 95, numRuns: 120, endOnFailure: true });
    expect(missingFrom(seen.held)).toEqual([]);
    expect(COMMANDS.map(([name]) => name).filter((name) => !told.has(name))).toEqual([]);
  }, 240_000);
  test('with what others did between, undo keeps it whole and touches nothing of theirs', async () => {
    const seen = counting();
    let [left, met, undone] = [0, 0, 0];
    await fc.assert(fc.asyncProperty(randomFilm, randomCommand, fc.array(randomCommand, { minLength: 1, maxLength: 4 }), async (film, mine, theirs) => {
      await breath();
      const draft = draftOf(film, mine, newId);
      if (!draft) return;
      seen.see(film);
      let project = done(film, draft);
      const foreign: Draft[] = [];
      for (const command of theirs) {
        const their = draftOf(project, command, newId);
        if (!their) continue;
        project = done(project, their);
        foreign.push(their);
      }
      const back = takeBack(project, draft);
      const after = done(project, back.draft);
      met++;
      if (back.skipped.length > 0) left++;
      for (const { path, from, to } of netEffect(foreign.flatMap((one) => one.patches)).values) {
        for (const leaf of leaves(from, to)) {
          const [was, is] = [project, after].map((one) => readPath(one, [...path, ...leaf]).value);
          if (!sameValue(was, is)) throw new Error(`undoing “${draft.label}” touched ${[...path, ...leaf].join('/')} of “${foreign.map((one) => one.label).join(', ')}”`);
        }
      }
      if (back.draft.patches.length > 0) undone++;
    }), { seed: 92, numRuns: 250, endOnFailure: true });
    expect(missingFrom(seen.held)).toEqual([]);
    expect(met).toBeGreaterThan(150);
    expect(left).toBeGreaterThan(10);
    expect(undone).toBeGreaterThan(100);
  }, 240_000);
});

describe('what is remembered', () => {
  let faces: FaceLookup;
  beforeAll(async () => {
    faces = lookupFrom(await loadNodeFaces([{ pack: 'figtree', weight: 400 }], import.meta.filename));
  });
  const dot = createCanvas(12, 8);
  const host = createNodeHost(new Map([['dot', dot]]));
  const size = [160, 90] as const;
  const painted = (project: Project, frame: number, memory: ReturnType<typeof createPictureMemory> | null) => {
    const evaluated = evaluateFrame(project, 'main', frame, { faces, purpose: 'bench' })!;
    const canvas = createCanvas(...size);
    paint(evaluated.root, canvas.getContext('2d') as unknown as Surface, host, { view: [1, 0, 0, 1, 0, 0], width: size[0], height: size[1], background: evaluated.background, memory });
    return canvas.getContext('2d').getImageData(0, 0, ...size).data;
  };
  test('each kept frame is a cold painting of it, after each command', () => {
    const seen = counting();
    let [compared, kept, dropped] = [0, 0, 0];
    const gone = (picture: Picture) => host.giveBack(picture);
    fc.assert(fc.property(randomFilm, fc.array(randomCommand, { minLength: 1, maxLength: 4 }), (film, commands) => {
      seen.see(film);
      const memory = createPictureMemory(() => 4_000_000, gone);
      const frames = new Map<number, Uint8ClampedArray>();
      let [project, keptFor] = [film, ''];
      const look = () => {
        // As the picture's worker does: frames belong to what the composition is made of.
        const key = `${deepIdentity(project, 'main')}`;
        if (key !== keptFor) {
          if (keptFor !== '') dropped++;
          frames.clear();
        } else kept++;
        keptFor = key;
        for (const frame of [0, 5, 9, 14]) if (!frames.has(frame)) frames.set(frame, painted(project, frame, memory));
        // Nothing in a copy is the same object: nothing remembered can be found for it.
        const cold = structuredClone(project);
        for (const [frame, warm] of frames) {
          compared++;
          const plain = painted(cold, frame, null);
          const most = apart(plain, warm);
          // Laying a remembered picture on rounds once more than painting straight away does.
          if (most > 3) throw new Error(`frame ${frame} is ${most} levels off`);
        }
      };
      look();
      for (const command of commands) {
        const draft = draftOf(project, command, newId);
        if (!draft || !applyPatches(project, draft.patches).project.compositions.by['main']) continue;
        project = applyPatches(project, draft.patches).project;
        look();
      }
    }), { seed: 93, numRuns: 40, endOnFailure: true });
    expect(missingFrom(seen.held)).toEqual([]);
    expect(compared).toBeGreaterThan(150);
    expect(dropped).toBeGreaterThan(10);
    expect(kept).toBeGreaterThan(0);
  });
});

test('pieces, preimages and the time that each layer shows agree at every whole frame and a little to each side, on any film', () => {
  const seen = counting();
  let [asked, backwards, jumped] = [0, 0, 0];
  fc.assert(fc.property(randomFilm, (film) => {
    seen.see(film);
    for (const composition of inOrder(film.compositions)) for (const layer of inOrder(composition.layers)) {
      const { stack } = timingOf(film, composition, layer);
      for (const map of new Set([stack.content, stack.keys])) {
        const list = [...pieces(map, -5, composition.duration)];
        if (list.some(({ kind, start, end }) => kind !== 'held' && end < start)) backwards++;
        if (list.some(({ jump }) => jump)) jumped++;
        for (let n = 0; n < composition.duration - 1; n++) for (const off of [0, 1e-7, -1e-7, 1e-3, -1e-3]) {
          const x = dust(n + off);
          const shown = map.at(x);
          const piece = list.find(({ from, to }) => from <= x && x < to);
          asked++;
          if (!(Math.abs((piece?.at(x) ?? Number.NaN) - shown) < 3e-5)) throw new Error(`${layer.id} of ${composition.id}: a piece says ${piece?.at(x)} at ${x}, and ${shown} is shown`);
          if (off === 0 && n % 7 === 3 && !preimages(map, shown, -5, composition.duration).found.some(({ from, to }) => (from === to ? Math.abs(from - x) < 1e-4 : from <= x && x < to))) throw new Error(`${shown} is shown at ${x} and not found`);
        }
      }
    }
  }), { seed: 96, numRuns: 150, endOnFailure: true });
  expect(missingFrom(seen.held)).toEqual([]);
  expect(Math.min(asked, backwards, jumped)).toBeGreaterThan(20);
});

test('orders and leaves of one change come to one effect each, whatever the command', () => {
  let effects = 0;
  fc.assert(fc.property(randomFilm, randomCommand, (film, command) => {
    const draft = draftOf(film, command, newId);
    if (!draft) return;
    const after = applyPatches(film, draft.patches).project;
    const { values, orders } = netEffect(draft.patches);
    effects += values.length;
    const again = applyPatches(film, [...values, ...orders].map(({ path, from, to }) => patchOf(path, from, to)));
    if (again.clashes.length > 0 || !sameValue(again.project, after)) throw new Error(`the effects of “${draft.label}” do not come to what it does`);
    expect(changeFrom(draft, 'change-x').label.length).toBeLessThanOrEqual(300);
  }), { seed: 94, numRuns: 400 });
  expect(effects).toBeGreaterThan(200);
});
