import fc from 'fast-check';
import { afterEach, describe, expect, test } from 'vitest';
import { applyPatches, validateTouched, work, type Event } from '../src/core/commands';
import { evaluateFrame } from '../src/core/evaluate';
import { inOrder, type Composition, type Layer, type Project } from '../src/core/model';
import { deepIdentity, drivesIn, everyFormula, inPlace, placeInside, sourceOf, trackAt, valueAt, type Drive, type Track } from '../src/core/scene';
import { drivenFilm } from './support/driven-film';

// These laws run without a pause; in between, the runner hears that its worker lives.
afterEach(() => new Promise<void>((next) => setTimeout(next, 0)));

let count = 0;
const newId = () => `d${++count}`;
const FRAMES = [0, 3.5, 9, 20, 31];

type Done = { readonly project: Project; readonly told: string; readonly made: readonly string[] };

function done(project: Project, event: Event, args: object): Done | null {
  const { draft } = work(project, event, args as never, newId);
  if (!draft || 'refused' in draft) return null;
  const { project: next, clashes } = applyPatches(project, draft.patches);
  expect([clashes, validateTouched(next, draft.patches)]).toEqual([[], []]);
  return { project: next, told: draft.told ?? '', made: ((draft as { made?: readonly string[] }).made ?? []).filter((id) => typeof id === 'string') };
}

const faults = (project: Project) => inOrder(project.compositions).flatMap((host) => drivesIn(project, host).all().filter((drive) => drive.fault()).map((drive) => `${host.id} ${drive.layer.id} ${drive.text}: ${drive.fault()!.message}`));
/** Formulas of tracks that stand in a layer itself and have no fault. */
const working = (project: Project, host: Composition): readonly (Drive & { readonly track: NonNullable<Drive['track']> })[] => drivesIn(project, host).all().filter((drive): drive is Drive & { readonly track: NonNullable<Drive['track']> } => drive.track !== null && drive.fault() === null);
const value = (project: Project, host: Composition, layer: Layer, address: string, frame: number) => valueAt(project, host, layer, trackAt(project, layer, address) as Track, frame);
const near = (a: unknown, b: unknown): boolean => (typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a)) : Array.isArray(a) && Array.isArray(b) ? a.every((one, i) => near(one, b[i])) : a === b);

function withLayers(project: Project, change: (layer: Layer) => object): Project {
  const changed = (one: Composition) => ({ ...one, layers: { ...one.layers, by: Object.fromEntries(Object.entries(one.layers.by).map(([id, layer]) => [id, change(layer)])) } }) as Composition;
  return { ...project, compositions: { ...project.compositions, by: Object.fromEntries(Object.entries(project.compositions.by).map(([id, one]) => [id, changed(one)])) } };
}

/** The value of every track that a formula drives, in films by chance at some frames. */
function all(project: Project): ReadonlyMap<string, unknown> {
  return new Map(inOrder(project.compositions).flatMap((host) => inOrder(host.layers).flatMap((layer) => working(project, host).filter((drive) => drive.layer === layer).flatMap(({ track }) => FRAMES.map((frame) => [`${host.id} ${layer.id} ${track.address} ${frame}`, value(project, host, layer, track.address, frame)] as const)))));
}

describe('films whose formulas read one another', () => {
  test('whatever is called otherwise, each value is as it was, and no picture is painted anew', () => {
    let [renamed, rewritten] = [0, 0];
    fc.assert(fc.property(drivenFilm, fc.nat(9), fc.nat(9), fc.constantFrom('layer', 'dial', 'marker'), fc.constantFrom("it's", 'sin', 'self', '9 lives', 'Käfer “2”', 'a/b', 'parent', 'x'), (project, comp, i, what, name) => {
      const host = inOrder(project.compositions)[comp % project.compositions.order.length]!;
      const layer = inOrder(host.layers)[i % host.layers.order.length]!;
      const result = what === 'layer' ? done(project, 'layers.set', { composition: host.id, layers: [layer.id], field: 'name', value: name })
        : what === 'dial' ? (layer.kind === 'dials' ? done(project, 'dials.set', { composition: host.id, layer: layer.id, dial: layer.dials.order[0]!, fields: { name } }) : null)
        : Object.keys(layer.markers)[0] === undefined ? null : done(project, 'markers.set', { composition: host.id, markers: [{ layer: layer.id, marker: Object.keys(layer.markers)[0]! }], fields: { name } });
      if (!result) return;
      renamed++;
      const texts = (one: Project) => JSON.stringify(inOrder(one.compositions).map(({ layers }) => inOrder(layers).map(everyFormula)));
      if (texts(result.project) !== texts(project)) rewritten++;
      const [before, after] = [all(project), all(result.project)];
      if (before.size !== after.size) throw new Error(`${what} “${name}”: ${before.size} values became ${after.size}: ${faults(result.project).filter((one) => !faults(project).includes(one)).join('; ')}`);
      for (const [key, one] of before) if (!Object.is(one, after.get(key)) && !near(one, after.get(key))) throw new Error(`${key} was ${String(one)} and is ${String(after.get(key))}`);
      for (const { id } of inOrder(project.compositions)) if (deepIdentity(project, id) !== deepIdentity(result.project, id)) throw new Error(`${id} is another picture after “${name}” for a ${what}`);
    }), { seed: 131, numRuns: 250, endOnFailure: true });
    expect(renamed).toBeGreaterThan(60);
    expect(rewritten).toBeGreaterThan(15);
  });

  test('layers that go into a nest, and those that read them, have the values that they had', () => {
    let [nested, compared] = [0, 0];
    fc.assert(fc.property(drivenFilm, fc.array(fc.nat(9), { minLength: 1, maxLength: 3 }), fc.boolean(), (project, picks, whole) => {
      const host = project.compositions.by['main']!;
      const ids = [...new Set(picks.map((i) => host.layers.order[i % host.layers.order.length]!))];
      const parents = new Set(ids.map((id) => host.layers.by[id]!.parent).filter((parent) => parent === null || !ids.includes(parent)));
      // Those that follow others inside and out change their pose: no formula is meant by that.
      if (parents.size !== 1 || inOrder(host.layers).some(({ parent }) => parent !== null && ids.includes(parent))) return;
      const result = done(project, 'layers.nest', { composition: 'main', layers: ids, name: 'Box', length: whole ? 'whole' : 'bars', frame: 5, boxes: Object.fromEntries(ids.map((id) => [id, [-5, -5, 5, 5]])), outside: [] });
      if (!result) return;
      if (result.told.includes('does not reach')) return;
      // A nest that lasts no longer than its bars shows its nearest frame at other times.
      const asksOtherTimes = inOrder(host.layers).some((layer) => everyFormula(layer).some(({ text }) => text.includes('@')));
      if (!whole && asksOtherTimes) return;
      nested++;
      const after = result.project.compositions.by['main']!;
      const nest = after.layers.by[result.made[0]!] as Layer & { readonly source: string };
      const inside = result.project.compositions.by[nest.source]!;
      for (const { layer, track } of working(project, host)) for (const frame of FRAMES) {
        const was = value(project, host, layer, track.address, frame);
        if (!(frame >= nest.spans[0]![0] && frame < nest.spans[0]![1]) || (asksOtherTimes && frame < 20)) continue;
        const there = inside.layers.by[layer.id];
        const is = there ? inPlace(placeInside(result.project, after, nest, frame), () => value(result.project, inside, there, track.address, frame - nest.start)) : value(result.project, after, after.layers.by[layer.id]!, track.address, frame);
        compared++;
        if (!near(was, is)) throw new Error(`${layer.id}.${track.address} at ${frame} was ${String(was)} and is ${String(is)}: ${JSON.stringify(everyFormula(layer).map(({ text }) => text))} → ${JSON.stringify(everyFormula(there ?? after.layers.by[layer.id]!).map(({ text }) => text))}; ${faults(result.project).join('; ')}`);
      }
    }), { seed: 132, numRuns: 300, endOnFailure: true });
    expect(nested).toBeGreaterThan(60);
    expect(compared).toBeGreaterThan(200);
  });

  test('what comes out of a nest that is taken apart, and who read through it, has the values that it had', () => {
    let [apart, compared] = [0, 0];
    fc.assert(fc.property(drivenFilm, (drawn) => {
      // Nests that show themselves plainly, at one rate.
      const none = { order: [], by: {} };
      const plain = withLayers(drawn, (layer) => ({ ...layer, blend: 'normal', ...(layer.kind === 'nest' ? { timing: none, masks: none, effects: none, clipTo: null, clipFrame: false, channels: Object.fromEntries(Object.entries(layer.channels).filter(([name]) => name !== 'opacity')) } : {}) }));
      const project = { ...plain, compositions: { ...plain.compositions, by: Object.fromEntries(Object.entries(plain.compositions.by).map(([id, one]) => [id, { ...one, rate: plain.compositions.by['main']!.rate }])) } };
      const host = project.compositions.by['main']!;
      for (const nest of inOrder(host.layers)) {
        if (nest.kind !== 'nest') continue;
        const result = done(project, 'layers.unnest', { composition: 'main', layer: nest.id });
        // What is read at other times may have been its nearest frame, or a whole one.
        const asksOtherTimes = inOrder(host.layers).some((layer) => everyFormula(layer).some(({ text }) => text.includes('@')));
        if (!result || (asksOtherTimes && nest.sampling === 'whole')) continue;
        apart++;
        const source = project.compositions.by[nest.source]!;
        const after = result.project.compositions.by['main']!;
        const { D, offset } = sourceOf(project, host, nest)!;
        const made = new Map(inOrder(source.layers).map((layer, i) => [layer.id, result.made[i]!]));
        for (const frame of FRAMES) {
          const inner = frame - nest.start + offset;
          if (!(frame >= nest.spans[0]![0] && frame < nest.spans[0]![1] && inner >= offset && inner < offset + D) || (nest.sampling === 'whole' && frame !== Math.round(frame)) || (asksOtherTimes && frame < 20)) continue;
          for (const { layer, track } of working(project, source)) {
            const was = inPlace(placeInside(project, host, nest, frame), () => value(project, source, layer, track.address, inner));
            const is = value(result.project, after, after.layers.by[made.get(layer.id)!]!, track.address, frame);
            compared++;
            if (!near(was, is)) throw new Error(`${layer.id}.${track.address} at ${frame} was ${String(was)} and is ${String(is)}: ${track.channel.formula} → ${JSON.stringify(everyFormula(after.layers.by[made.get(layer.id)!]!).map(({ text }) => text))}; ${faults(result.project).join('; ')}`);
          }
          for (const { layer, track } of working(project, host)) {
            if (layer === nest) continue;
            const [was, is] = [value(project, host, layer, track.address, frame), value(result.project, after, after.layers.by[layer.id]!, track.address, frame)];
            compared++;
            if (!near(was, is)) throw new Error(`outside ${layer.id}.${track.address} at ${frame} was ${String(was)} and is ${String(is)}: ${track.channel.formula} → ${JSON.stringify(everyFormula(after.layers.by[layer.id]!).map(({ text }) => text))}; ${faults(result.project).join('; ')}`);
          }
        }
      }
    }), { seed: 133, numRuns: 300, endOnFailure: true });
    expect(apart).toBeGreaterThan(60);
    expect(compared).toBeGreaterThan(200);
  });

  test('copies that are made of layers have the values of these', () => {
    let [copied, compared] = [0, 0];
    fc.assert(fc.property(drivenFilm, fc.array(fc.nat(9), { minLength: 1, maxLength: 4 }), (project, picks) => {
      const host = project.compositions.by['main']!;
      const ids = [...new Set(picks.map((i) => host.layers.order[i % host.layers.order.length]!))];
      const result = done(project, 'layers.duplicate', { composition: 'main', layers: ids });
      if (!result) return;
      copied++;
      const after = result.project.compositions.by['main']!;
      const inRows = host.layers.order.filter((id) => ids.includes(id));
      for (const { layer, track } of working(project, host)) for (const frame of FRAMES) {
        const was = value(project, host, layer, track.address, frame);
        for (const id of [layer.id, ...(inRows.includes(layer.id) ? [result.made[inRows.indexOf(layer.id)]!] : [])]) {
          const is = value(result.project, after, after.layers.by[id]!, track.address, frame);
          compared++;
          if (!near(was, is)) throw new Error(`${layer.id}.${track.address} as ${id} at ${frame} was ${String(was)} and is ${String(is)}: ${track.channel.formula} → ${JSON.stringify(everyFormula(after.layers.by[id]!).map(({ text }) => text))}; ${faults(result.project).join('; ')}`);
        }
      }
    }), { seed: 134, numRuns: 250, endOnFailure: true });
    expect(copied).toBeGreaterThan(100);
    expect(compared).toBeGreaterThan(800);
  });

  test('at twice the rate all is as it was at the same moment', () => {
    let [changed, compared] = [0, 0];
    fc.assert(fc.property(drivenFilm, fc.nat(9), (drawn, comp) => {
      // Steps that count whole frames count others at another rate.
      const project = withLayers(drawn, (layer) => ({ ...layer, timing: { order: [], by: {} } }));
      const host = inOrder(project.compositions)[comp % project.compositions.order.length]!;
      const result = done(project, 'composition.rate', { composition: host.id, rate: [host.rate[0] * 2, host.rate[1]] });
      if (!result) return;
      changed++;
      const after = result.project.compositions.by[host.id]!;
      for (const { layer, track } of working(project, host)) for (const frame of FRAMES) {
        const [was, is] = [value(project, host, layer, track.address, frame), value(result.project, after, after.layers.by[layer.id]!, track.address, frame * 2)];
        compared++;
        if (!near(was, is)) throw new Error(`${host.id} ${layer.id}.${track.address} at ${frame} was ${String(was)} and is ${String(is)}: ${track.channel.formula} → ${JSON.stringify(everyFormula(after.layers.by[layer.id]!).map(({ text }) => text))}; ${faults(result.project).join('; ')}`);
      }
    }), { seed: 135, numRuns: 250, endOnFailure: true });
    expect(changed).toBeGreaterThan(100);
    expect(compared).toBeGreaterThan(500);
  });

  test('frames in any order are what each is in a film that was never asked before', () => {
    let compared = 0;
    const fresh = (project: Project): Project => JSON.parse(JSON.stringify(project)) as Project;
    const shown = (project: Project, frame: number) => JSON.stringify(evaluateFrame(project, 'main', frame, { faces: () => null, purpose: 'output' })!.root.items, (key, one: unknown) => (key === 'picture' ? undefined : one));
    fc.assert(fc.property(drivenFilm, fc.array(fc.constantFrom(...FRAMES), { minLength: 3, maxLength: 8 }), (project, frames) => {
      for (const frame of frames) {
        compared++;
        if (shown(project, frame) !== shown(fresh(project), frame)) throw new Error(`frame ${frame} of ${frames.join(', ')}`);
      }
    }), { seed: 136, numRuns: 100, endOnFailure: true });
    expect(compared).toBeGreaterThan(300);
  });
});
