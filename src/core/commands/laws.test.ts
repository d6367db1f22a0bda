import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  applyPatches, copyKeys, copyLayers, duplicateLayers, invertPatches, NO_MOMENTS, nestLayers, pasteKeys, pasteLayers, reorderLayers, setDuration, setParent, setRate, shiftMoments, splitLayers,
  stepLayers, stretchLayers, validateTouched, type Draft, type Patch, type Refused,
} from '.';
import { sourceTimeAt, worldMatrix, trackAt, rescaled, rescaleLayer } from '../scene';
import { inOrder, inTime, readProject, writeProject, type Project } from '../model';
import { multiply } from '../display';
import { projectOf, type LayerInput } from '../../../tests/support/projects';

let count = 0;
const newId = () => `made${++count}`;
const main = (project: Project) => project.compositions.by['main']!;
const world = (project: Project, id: string, frame: number, composition = 'main') => worldMatrix(project, project.compositions.by[composition]!, project.compositions.by[composition]!.layers.by[id]!, frame, new Map());
const done = (project: Project, draft: Draft | Refused | null): Project => {
  if (!draft || 'refused' in draft) return project;
  const { project: next, clashes } = applyPatches(project, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(next, draft.patches)).toEqual([]);
  return next;
};

/** Freezes a document all the way down: whoever writes to it fails. */
function frozen<T>(value: T): T {
  if (value !== null && typeof value === 'object' && !Object.isFrozen(value)) {
    Object.freeze(value);
    Object.values(value).forEach(frozen);
  }
  return value;
}

const NAMES = ['a', 'b', 'c', 'd', 'e'] as const;
const some = fc.subarray([...NAMES], { minLength: 1 });
const small = fc.integer({ min: -300, max: 300 });

/** A film of five layers with poses, keys, spans and parents by chance; parents always stand before their followers, so there is no ring. */
const film = fc.array(fc.record({
  x: small, y: small, rotation: fc.integer({ min: -180, max: 180 }), scaleX: fc.integer({ min: 20, max: 300 }), start: fc.integer({ min: 0, max: 40 }), length: fc.integer({ min: 2, max: 60 }),
  keys: fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 0, maxLength: 5 }), values: fc.array(small, { minLength: 5, maxLength: 5 }), parent: fc.integer({ min: -3, max: 3 }), nest: fc.boolean(),
}), { minLength: 5, maxLength: 5 }).map((list) => projectOf([
  {
    id: 'main', name: 'Main', duration: 120,
    layers: list.map(({ x, y, rotation, scaleX, start, length, keys, values, parent, nest }, i): LayerInput => ({
      id: NAMES[i]!, name: NAMES[i]!, start, spans: [[start, start + length]], ...(parent >= 0 && parent < i ? { parent: NAMES[parent]! } : {}), markers: [{ id: 'm', at: start + 1 }],
      ...(nest ? { kind: 'nest', source: 'reel', timing: [{ id: 'go', op: 'loop', to: 12 }] } : { kind: 'null' }),
      channels: { x: { value: x, keys: keys.map((at, k) => ({ id: `k${k}`, at, value: values[k]! })) }, y: { value: y }, rotation: { value: rotation }, scaleX: { value: scaleX }, scaleY: { value: scaleX } },
    } as LayerInput)),
  },
  { id: 'reel', name: 'Reel', duration: 24, layers: [{ id: 'dot', name: 'Dot', kind: 'shape' }] },
]));

describe('patches', () => {
  const leaf = fc.record({ layer: fc.constantFrom(...NAMES), field: fc.constantFrom('start', 'name', 'visible'), to: fc.oneof(fc.integer(), fc.string({ maxLength: 5 }), fc.boolean()) });
  test('a batch comes to the same as one after another, and leaves the document that it saw alone', () => {
    fc.assert(fc.property(film, fc.array(leaf, { minLength: 1, maxLength: 12 }), (project, leaves) => {
      frozen(project);
      const patches: Patch[] = [];
      let one: Project = project;
      for (const { layer, field, to } of leaves) {
        const from = (main(one).layers.by[layer] as unknown as Record<string, unknown>)[field];
        const patch = { path: ['compositions', 'by', 'main', 'layers', 'by', layer, field], from, to };
        patches.push(patch);
        one = applyPatches(one, [patch]).project;
      }
      expect(applyPatches(project, patches)).toEqual({ project: one, clashes: [] });
      expect(applyPatches(one, invertPatches(patches)).project).toEqual(project);
    }), { numRuns: 60 });
  });
  test('what is put in by one patch and changed by the next is not changed in the patch itself', () => {
    const project = projectOf([{ id: 'main', name: 'Main', layers: [] }]);
    const layer = frozen(projectOf([{ id: 'x', name: 'X', layers: [{ id: 'n', name: 'N', kind: 'null' }] }]).compositions.by['x']!.layers.by['n']!);
    const at = ['compositions', 'by', 'main', 'layers', 'by', 'n'];
    const { project: after } = applyPatches(project, [{ path: at, to: layer }, { path: [...at, 'name'], from: 'N', to: 'Other' }]);
    expect(main(after).layers.by['n']!.name).toBe('Other');
    expect(layer.name).toBe('N');
  });
});

describe('whatever the film', () => {
  test('every edit fits the document, is written and read, and taken back whole', () => {
    const how = { frame: 7, keying: false, newId };
    const edits: readonly ((project: Project, ids: readonly string[], n: number) => Draft | Refused | null)[] = [
      (project, ids, n) => shiftMoments(project, 'main', { ...NO_MOMENTS, slide: ids }, n),
      (project, ids, n) => shiftMoments(project, 'main', { ...NO_MOMENTS, trimEnd: ids, markers: ids.map((layer) => ({ layer, marker: 'm' })) }, n),
      (project, ids, n) => stretchLayers(project, 'main', ids, n > 0 ? 'end' : 'start', n, newId),
      (project, ids, n) => splitLayers(project, 'main', ids, Math.abs(n) % 80, newId),
      (project, ids) => duplicateLayers(project, 'main', ids, newId),
      (project, ids) => nestLayers(project, 'main', ids, { name: 'N', inside: 'all', length: 'bars', frame: 7, bounds: () => null, newId }),
      (project, ids, n) => setParent(project, 'main', ids, n > 0 ? 'a' : null, how),
      (project, ids, n) => stepLayers(project, 'main', ids, n > 0 ? 'up' : 'bottom'),
      (project, _, n) => setDuration(project, 'main', Math.abs(n) + 1),
      (project, _, n) => setRate(project, n > 0 ? 'reel' : 'main', [Math.abs(n) + 1, 1]),
    ];
    fc.assert(fc.property(film, some, small.filter((n) => n !== 0), fc.integer({ min: 0, max: edits.length - 1 }), (project, ids, n, which) => {
      frozen(project);
      const draft = edits[which]!(project, ids, n);
      if (!draft || 'refused' in draft) return;
      const after = done(project, draft);
      expect(applyPatches(after, invertPatches(draft.patches)).project).toEqual(project);
      const read = readProject(writeProject(after));
      expect(read.ok && read.value).toEqual(after);
      expect(draft.label).toMatch(/^[A-Z]/);
    }), { numRuns: 300 });
  });
  test('a time that comes to 0 from below is 0, as a file has it', () => {
    for (const at of [-0, -1e-9, -4e-7, 0, 1e-9]) expect(Object.is(rescaled(at, 1), 0), String(at)).toBe(true);
    expect(rescaled(-4, 0.5)).toBe(-2);
  });
  test('the order of layers always holds each of them once', () => {
    fc.assert(fc.property(film, some, fc.option(fc.constantFrom(...NAMES)), (project, ids, before) => {
      const { order } = main(done(project, reorderLayers(project, 'main', ids, before))).layers;
      expect([...order].sort()).toEqual([...NAMES]);
      // What was moved stands together, in the order that it had.
      const moved = order.filter((id) => ids.includes(id as never));
      expect(moved).toEqual(NAMES.filter((id) => ids.includes(id)));
    }));
  });
  test('layers nested whole look the same from outside at every frame, whoever they follow, and so do those that follow them', () => {
    fc.assert(fc.property(film, some, fc.integer({ min: 0, max: 100 }), (project, ids, frame) => {
      const draft = nestLayers(project, 'main', ids, { name: 'N', inside: 'all', length: 'whole', frame, bounds: () => null, newId });
      if (!draft || 'refused' in draft) return;
      const after = done(project, draft);
      const nest = main(after).layers.by[draft.made[0]!]!;
      const inside = 'source' in nest ? nest.source : '';
      for (const one of [frame, 0, 31, 64.5, 119]) {
        const at = sourceTimeAt(after, main(after), nest, one, true)!;
        for (const id of ids) {
          const seen = multiply(world(after, nest.id, one), world(after, id, at, inside));
          world(project, id, one).forEach((part, i) => expect(Math.abs(seen[i]! - part)).toBeLessThan(i < 4 ? 1e-5 : 1e-2));
        }
        for (const id of NAMES.filter((name) => !ids.includes(name))) world(project, id, one).forEach((part, i) => expect(Math.abs(world(after, id, one)[i]! - part)).toBeLessThan(i < 4 ? 1e-5 : 1e-2));
      }
    }), { numRuns: 80 });
  });
  test('a layer at another rate and back is itself', () => {
    fc.assert(fc.property(film, fc.constantFrom(2, 0.5, 1.25, 0.8), (project, factor) => {
      for (const layer of inOrder(main(project).layers)) {
        const back = rescaleLayer(rescaleLayer(layer, factor), 1 / factor);
        expect(back).toEqual(layer);
      }
    }), { numRuns: 50 });
  });
  test('copies have ids of their own, keep their links among themselves, and begin where they are put', () => {
    fc.assert(fc.property(film, some, fc.integer({ min: 0, max: 200 }), (project, ids, at) => {
      const draft = pasteLayers(project, 'main', copyLayers(project, 'main', ids)!, { at, above: null, newId })!;
      const after = done(project, draft);
      expect(main(after).layers.order.length).toBe(5 + ids.length);
      expect(Math.min(...draft.made.map((id) => main(after).layers.by[id]!.spans[0]![0]))).toBe(at);
      const order = NAMES.filter((id) => ids.includes(id));
      order.forEach((id, i) => {
        const parent = main(project).layers.by[id]!.parent;
        const copied = main(after).layers.by[draft.made[i]!]!.parent;
        expect(copied).toBe(parent !== null && ids.includes(parent as never) ? draft.made[order.indexOf(parent as never)] : parent);
      });
    }), { numRuns: 80 });
  });
  test('pasted keys hold the values that were copied, at their distances', () => {
    fc.assert(fc.property(film, fc.integer({ min: 200, max: 300 }), (project, frame) => {
      const keys = inTime(trackAt(project, main(project).layers.by['a']!, 'x')!.channel!.keys);
      if (keys.length === 0) return;
      const clip = copyKeys(project, 'main', keys.map((key) => ({ layer: 'a', track: 'x', key: key.id })))!;
      const after = done(project, pasteKeys(project, 'main', ['b'], clip, { frame, newId }));
      const b = main(after).layers.by['b']!;
      const landed = inTime(trackAt(project, b, 'x')!.channel!.keys).filter((key) => b.start + key.at >= frame);
      expect(landed.map((key) => [b.start + key.at - frame, key.value])).toEqual(keys.map((key) => [key.at - keys[0]!.at, key.value]));
    }), { numRuns: 60 });
  });
});
