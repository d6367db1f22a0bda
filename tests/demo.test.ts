import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { writeDemo } from '../demo/write';
import { bakeSteps, proofSteps } from '../src/core/bake';
import { checkProject } from '../src/core/checks';
import { applyPatches, idsFromDocument, work } from '../src/core/commands';
import { evaluateFrame } from '../src/core/evaluate';
import { settledValues, sourceTimeAt, trackAt, valueAt } from '../src/core/scene';
import { inTime, projectFile, readProject } from '../src/core/model';
import { OPERATORS } from '../src/core/timing';
import * as z from 'zod';

const text = readFileSync('demo/night-tram.oak.json', 'utf8');
const read = readProject(text);
const project = read.ok ? read.value : null!;
const main = project.compositions.by['main']!;

describe('the demonstration film', () => {
  test('is what its script draws', () => expect(writeDemo()).toBe(text));
  test('has no problem, and opens without an open check', () => expect(checkProject(project)).toEqual([]));
  test('is ten seconds at 30 frames', () => expect([main.duration, main.rate, main.width, main.height]).toEqual([300, [30, 1], 1280, 720]));
  test('loops the tram’s 32 frames without a blink as long as its bar is', () => {
    const tram = main.layers.by['tram']!;
    for (let frame = 0; frame < 270; frame++) expect(sourceTimeAt(project, main, tram, frame)).toBe(frame % 32);
  });
  test('shows the tram, the board and three lamps at its middle', () => {
    const frame = evaluateFrame(project, 'main', 150, { faces: () => null, purpose: 'output' })!;
    for (const id of ['tram', 'timetable', 'lampNear', 'lampCorner', 'lampFar']) expect(frame.drawn).toContain(id);
  });
});

describe('each thing that keying can do has its place in it: without it some frame is another', () => {
  const picture = (film: typeof project, frame: number) => JSON.stringify(evaluateFrame(film, 'main', frame, { faces: () => null, purpose: 'output' })!.root);
  /** The values of all tracks of the board, which hold what its words do: without a face no word is drawn. */
  const board = (film: typeof project, frame: number) => JSON.stringify(settledValues(film, film.compositions.by['board']!, null, frame));
  const without = (event: string, args: object): typeof project => {
    const { draft } = work(project, event as never, args as never, idsFromDocument(project));
    if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing was done');
    return applyPatches(project, draft.patches).project;
  };
  const keysOf = (composition: string, layer: string, track: string) => inTime(trackAt(project, project.compositions.by[composition]!.layers.by[layer]!, track)!.channel!.keys).map(({ id }) => ({ layer, track, key: id }));
  const inBoard = { composition: 'board' };
  test.each<readonly [string, () => typeof project]>([
    ['the landing', () => without('tracks.still', { ...inBoard, tracks: [{ layer: 'title', track: 'y' }], frame: 100 })],
    ['what drifts on after it', () => without('keys.delete', { ...inBoard, keys: keysOf('board', 'title', 'y').slice(2) })],
    ['the steady pace', () => without('keys.set', { ...inBoard, keys: keysOf('board', 'underline', 'scaleX').slice(0, 1), fields: { pace: 50 } })],
    ['the mirrored pose', () => without('tracks.still', { ...inBoard, tracks: [{ layer: 'clipRight', track: 'rotation' }], frame: 0 })],
    ['the curve that goes back', () => without('keys.set', { ...inBoard, keys: keysOf('board', 'title', 'y').slice(0, 1), fields: { curve: null } })],
    ['the elastic curve', () => without('keys.set', { ...inBoard, keys: keysOf('board', 'title2', 'y').slice(0, 1), fields: { curve: null } })],
    ['the sine', () => without('keys.set', { ...inBoard, keys: keysOf('board', 'title', 'opacity').slice(0, 1), fields: { curve: null } })],
    ['the overshoot', () => without('keys.within', { composition: 'main', keys: keysOf('main', 'timetable', 'y') })],
  ])('%s', (_, off) => {
    const film = off();
    const differs = Array.from({ length: 240 }, (__, frame) => board(film, frame) !== board(project, frame) || (frame % 4 === 0 && picture(film, frame) !== picture(project, frame)));
    expect(differs.filter(Boolean).length).toBeGreaterThan(0);
  });
  test('partners stand as mirror images of one another', () => {
    const { clipLeft, clipRight } = project.compositions.by['board']!.layers.by;
    for (let frame = 0; frame < 60; frame++) {
      const [left, right] = [clipLeft!, clipRight!].map((layer) => valueAt(project, project.compositions.by['board']!, layer, trackAt(project, layer, 'rotation')!, frame) as number);
      expect(left! + right!).toBeCloseTo(0, 9);
    }
    expect([clipLeft!.partner, clipRight!.partner]).toEqual(['clipRight', 'clipLeft']);
  });
});

describe('each thing that time can do has its place in it: without it some frame is another', () => {
  const picture = (film: typeof project, frame: number) => JSON.stringify(evaluateFrame(film, 'main', frame, { faces: () => null, purpose: 'output' })!.root);
  const frames = Array.from({ length: 75 }, (_, i) => i * 4 + 1);
  const shown = frames.map((frame) => picture(project, frame));
  const without = (event: string, args: object): typeof project => {
    const { draft } = work(project, event as never, { composition: 'main', ...args } as never, idsFromDocument(project));
    if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing was done');
    return applyPatches(project, draft.patches).project;
  };
  const differs = (film: typeof project) => frames.some((frame, i) => picture(film, frame) !== shown[i]);
  const steps = Object.values(main.layers.by).flatMap((layer) => Object.values(layer.timing.by).map((node) => ({ layer: layer.id, operator: node.id, op: node.op })));
  test.each(OPERATORS.map(({ op }) => op))('%s', (op) => {
    const used = steps.filter((step) => step.op === op);
    expect(used.length).toBeGreaterThan(0);
    // Of the loops each lasts as long as its bar needs it.
    for (const { layer, operator } of used) expect([layer, differs(without('timing.set', { layer, operator, fields: { off: true } }))]).toEqual([layer, true]);
  });
  test.each<readonly [string, string, object]>([
    ['the stagger of the stars', 'staggers.set', { stagger: 'stars', step: 2 }], ['the copies of the post', 'layers.set', { layers: ['posts'], field: 'visible', value: false }],
    ['what is rigid of the board', 'composition.set', { composition: 'board', fields: { rigid: [] } }], ['a marker inside that a cue holds on to', 'markers.set', { composition: 'signal', markers: [{ layer: null, marker: 'clear' }], fields: { at: 8 } }],
  ])('%s', (_, event, args) => expect(differs(without(event, args))).toBe(true));
  test('all of it can be baked, down to the last nest, and nothing moves', () => {
    const steps = bakeSteps(project, 'main', main.layers.order, { on: 'both', deep: true, whole: false, tolerance: 0.01 }, (() => { let n = 0; return () => `baked${++n}`; })());
    let step = steps.next();
    while (!step.done) step = steps.next();
    const { layers, compositions, left } = step.value;
    expect(left.filter(({ why }) => !/^It has no timing/.test(why))).toEqual([]);
    const by = { ...project.compositions.by, ...Object.fromEntries(compositions.map((one) => [one.id, one])), main: { ...main, layers: { ...main.layers, by: { ...main.layers.by, ...Object.fromEntries(layers.map((layer) => [layer.id, layer])) } } } };
    const after = { ...project, compositions: { order: Object.keys(by), by } };
    const proof = proofSteps(project, after, 'main', step.value.tracks);
    let proved = proof.next();
    while (!proved.done) proved = proof.next();
    expect(proved.value.worst.length).toBeGreaterThan(60);
    expect(proved.value.worst[0]!.error).toBeLessThan(0.02);
  });
});

test('the JSON Schema in docs is the one of the code', () =>
  expect(JSON.parse(readFileSync('docs/project.schema.json', 'utf8'))).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(projectFile, { io: 'input', reused: 'ref' })))));
