import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { afterAll, afterEach, beforeAll, describe, expect, test } from 'vitest';
import { applyPatches, naturalRiders, nestLayers, RIDERS, ridersOf, unnestLayer, validateTouched, type Draft, type Rider } from '../src/core/commands';
import { evaluateFrame } from '../src/core/evaluate';
import type { FaceLookup } from '../src/core/lettering';
import { inOrder, isDrawn, type Composition, type Project } from '../src/core/model';
import { lookupFrom } from '../src/painter';
import { createNodeHost, loadNodeFaces, paintToCanvas } from '../src/painter/node';
import { apart } from '../src/painter';
import { counting, missingFrom, randomFilm } from './support/random-film';

// These laws run without a pause; in between, the runner hears that its worker lives.
afterEach(() => new Promise<void>((next) => setTimeout(next, 0)));

let faces: FaceLookup;
const dot = createCanvas(12, 8);
const host = createNodeHost(new Map([['dot', dot]]));
let count = 0;
const newId = () => `p${++count}`;

beforeAll(async () => {
  faces = lookupFrom(await loadNodeFaces([{ pack: 'figtree', weight: 400 }], import.meta.filename));
  const ink = dot.getContext('2d');
  ink.fillStyle = '#e0a84f';
  ink.fillRect(0, 0, 12, 8);
});

function pixels(project: Project, frame: number, id = 'main'): Uint8ClampedArray {
  const evaluated = evaluateFrame(project, id, frame, { faces, purpose: 'output' })!;
  const { width, height } = evaluated;
  return paintToCanvas(evaluated, host).getContext('2d').getImageData(0, 0, width, height).data;
}

const boundsAt = (project: Project, frame: number, id = 'main') => {
  const shown = evaluateFrame(project, id, frame, { faces, purpose: 'bench' })!.layers;
  return (layer: string) => shown.find((one) => one.id === layer)?.bounds ?? null;
};
const done = (project: Project, draft: Draft): Project => {
  const { project: next, clashes } = applyPatches(project, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(next, draft.patches)).toEqual([]);
  return next;
};
const main = (project: Project): Composition => project.compositions.by['main']!;

/** The film with nests of one rate that are neither timed nor see-through nor blended, and nothing blended inside. */
function plain(project: Project): Project {
  const rate = main(project).rate;
  const eased = (composition: Composition): Composition => ({
    ...composition, rate,
    layers: {
      ...composition.layers,
      by: Object.fromEntries(Object.entries(composition.layers.by).map(([id, layer]) => {
        const { opacity: _, ...channels } = layer.channels as Record<string, unknown>;
        const calm = { ...layer, blend: 'normal' as const, masks: { order: [], by: {} } };
        return [id, layer.kind === 'nest' ? { ...calm, channels, dials: {}, timing: { order: [], by: {} } } : calm];
      })),
    },
  } as Composition);
  return { ...project, compositions: { ...project.compositions, by: Object.fromEntries(Object.entries(project.compositions.by).map(([id, one]) => [id, eased(one)])) } };
}

/** Levels by which laying a picture on once more may round; effects over it make that more. */
const ROUNDING = 6;

/** Frames worth looking at: some by chance, the edges of bars among them. */
const framesOf = (project: Project) => [...new Set([0, 3, 7, 11, 15, 19, ...inOrder(main(project).layers).flatMap((layer) => layer.spans.flat())])].filter((frame) => frame >= 0 && frame < main(project).duration).slice(0, 9);

describe('nesting pictures and taking apart', () => {
  const [seen, apartFrom] = [counting(), counting()];
  const riding = { nested: 0, out: { place: 0, timing: 0, opacity: 0, blend: 0, markers: 0 }, fixed: new Set<string>() };
  const told = { nested: 0, strokes: 0, apart: 0, refused: new Set<string>(), clipped: 0 };

  test('a picture that goes inside leaves every painted frame as it was', () => {
    fc.assert(fc.property(randomFilm, fc.array(fc.integer({ min: 0, max: 5 }), { minLength: 1, maxLength: 4 }), fc.integer({ min: 0, max: 15 }), (project, picks, frame) => {
      seen.see(project);
      const { order, by } = main(project).layers;
      const ids = [...new Set(picks.map((i) => order[i % order.length]!))].filter((id) => isDrawn(by[id]!.kind));
      const draft = nestLayers(project, 'main', ids, { name: 'N', inside: 'picture', length: 'whole', frame, bounds: boundsAt(project, frame), newId });
      if (!draft) return;
      if ('refused' in draft) return void told.refused.add(draft.refused.replace(/^.*? (?=has|begins|shows|is )/, ''));
      told.nested++;
      if (ids.some((id) => by[id]!.kind === 'shape' && 'width' in (by[id] as { stroke: { channels: object } }).stroke.channels)) told.strokes++;
      const after = done(project, draft);
      for (const one of framesOf(project)) {
        const most = apart(pixels(project, one), pixels(after, one));
        if (most > ROUNDING) throw new Error(`frame ${one} is ${most} levels off after nesting ${ids.map((id) => JSON.stringify({ ...by[id], masks: 0, effects: 0 })).join(' ')}`);
      }
    }), { seed: 51, numRuns: 160, endOnFailure: true });
  }, 120_000);
  test('whatever rides outside a nest of one layer, every painted frame is as it was', () => {
    fc.assert(fc.property(randomFilm, fc.integer({ min: 0, max: 5 }), fc.array(fc.constantFrom(...RIDERS), { maxLength: 4 }), fc.boolean(), fc.integer({ min: 0, max: 15 }), (drawn, pick, more, all, frame) => {
      // Half of the films run at one rate, so that what is shown can be timed from outside.
      const random = all ? { ...drawn, compositions: { ...drawn.compositions, by: Object.fromEntries(Object.entries(drawn.compositions.by).map(([one, composition]) => [one, { ...composition, rate: main(drawn).rate }])) } } : drawn;
      const flips: readonly Rider[] = all ? ['place', 'opacity', 'timing', ...more] : more;
      // Who follows a layer, is clipped by it or repeats it is not taken along: those are set free first.
      const { order } = main(random).layers;
      const id = order[pick % order.length]!;
      const by = Object.fromEntries(Object.entries(main(random).layers.by).map(([one, layer]) => [one, { ...layer, ...(layer.parent === id ? { parent: null } : {}), ...(layer.clipTo === id ? { clipTo: null } : {}), ...('appliesTo' in layer && layer.appliesTo === id ? { appliesTo: null } : {}) }]));
      const project = { ...random, compositions: { ...random.compositions, by: { ...random.compositions.by, main: { ...main(random), layers: { order, by } } as Composition } } };
      const layer = main(project).layers.by[id]!;
      // A wash alone inside has nothing under it to change.
      if (!isDrawn(layer.kind) || layer.kind === 'wash' || inOrder(main(project).layers).some((one) => one.kind === 'copies')) return;
      const bounds = boundsAt(project, frame);
      let outside: readonly Rider[] = naturalRiders(project, main(project), [layer]);
      for (const rider of flips) {
        const { why } = ridersOf(project, 'main', [id], outside, bounds).find((one) => one.rider === rider)!;
        if (why !== null) riding.fixed.add(rider);
        else outside = outside.includes(rider) ? outside.filter((one) => one !== rider) : [...outside, rider];
      }
      const draft = nestLayers(project, 'main', [id], { name: 'N', inside: 'all', length: 'whole', outside, frame, bounds, newId });
      if (!draft) return;
      if ('refused' in draft) throw new Error(`${draft.refused} with ${outside.join(', ')}`);
      for (const rider of outside) riding.out[rider]++;
      riding.nested++;
      const after = done(project, draft);
      for (const one of framesOf(project)) {
        const most = apart(pixels(project, one), pixels(after, one));
        if (most > ROUNDING) throw new Error(`frame ${one} is ${most} levels off with ${outside.join(', ')} outside: ${JSON.stringify({ ...layer, masks: 0, effects: 0 })}`);
      }
    }), { seed: 57, numRuns: 320, endOnFailure: true });
  }, 120_000);
  test('a nest that may be taken apart leaves every painted frame as it was', () => {
    fc.assert(fc.property(randomFilm, fc.boolean(), (random, plainly) => {
      // Most nests by chance are bent or see-through; half of the films are asked with those let go.
      const project = plainly ? plain(random) : random;
      apartFrom.see(project);
      for (const nest of inOrder(main(project).layers)) {
        const draft = nest.kind === 'nest' ? unnestLayer(project, 'main', nest.id, newId) : null;
        if (!draft) continue;
        if ('refused' in draft) {
          told.refused.add(draft.refused.replace(/^Layer \d+ /, ''));
          continue;
        }
        told.apart++;
        if (nest.kind === 'nest' && nest.clipFrame) told.clipped++;
        const after = done(project, draft);
        for (const one of framesOf(project)) {
          const most = apart(pixels(project, one), pixels(after, one));
          if (most > ROUNDING) throw new Error(`frame ${one} is ${most} levels off`);
        }
      }
    }), { seed: 52, numRuns: 300, endOnFailure: true });
  }, 120_000);
  afterAll(() => {
    expect(riding.nested).toBeGreaterThan(80);
    expect(Object.entries(riding.out).filter(([, times]) => times < 3)).toEqual([]);
    expect(riding.fixed.size).toBe(RIDERS.length);
    expect(told.nested).toBeGreaterThan(40);
    expect(told.strokes).toBeGreaterThan(5);
    expect(told.apart).toBeGreaterThan(10);
    expect(told.clipped).toBeGreaterThan(0);
    expect(told.refused.size).toBeGreaterThan(6);
    expect([missingFrom(seen.held), missingFrom(apartFrom.held)]).toEqual([[], []]);
  });
});
