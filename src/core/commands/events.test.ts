import { describe, expect, test } from 'vitest';
import * as z from 'zod';
import { projectOf } from '../../../tests/support/projects';
import { fromMemory, toLayerFile, writeProject, type Project } from '../model';
import { applyPatches, argumentSchemas, COMMANDS, commandOf, copyKeys, copyLayers, copyTiming, idsFromDocument, sameValue, takeBack, validateTouched, work, type Command, type Draft, type Event } from '.';

const film = projectOf([
  { id: 'main', name: 'Main', duration: 100, staggers: [{ id: 'row', what: 'starts', by: 0, members: [{ layer: 'lamp', at: 0 }, { layer: 'child', at: 0 }] }], settled: [{ id: 'kept', at: 3, values: { 'lamp/x': 15 } }], markers: [{ id: 'c', at: 9 }], layers: [
    { id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', timing: [{ id: 'run', op: 'loop', to: 20 }, { id: 'slow', op: 'speed', rate: 0.5 }], markers: [{ id: 'm', at: 30, name: 'arrive' }] },
    { id: 'paced', name: 'Paced', kind: 'nest', source: 'ticks', clipFrame: false, timing: [{ id: 'r', op: 'ramp', cuts: [10, 20], rates: [1, 0.5, 1] }] },
    { id: 'clock', name: 'Clock', kind: 'nest', source: 'ticks', clipFrame: false },
    { id: 'calm', name: 'Calm', kind: 'nest', source: 'reel', clipFrame: false },
    { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 20, value: 100 }, { id: 'c', at: 40, value: 50 }] }, y: { value: 10 } }, fill: { kind: 'linear', stops: [{ id: 's' }, { id: 't' }, { id: 'u' }] } },
    { id: 'child', name: 'Child', kind: 'shape', channels: { x: { value: 5 }, y: { keys: [{ id: 'p', at: 0, value: 0, curve: { kind: 'back' } }, { id: 'q', at: 7.5, value: 40 }, { id: 'r', at: 30, value: 10 }] } } },
    { id: 'gappy', name: 'Gappy', kind: 'null', spans: [[0, 10], [20, 30]] },
    { id: 'late', name: 'Late', kind: 'null', spans: [[50, 60]], channels: { rotation: { formula: 'sine(1s) * 20' }, skew: { keys: [{ id: 'a', at: 0, value: 0 }], formula: 't * 3', formulaOff: true } } },
    { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway' }, { id: 'lag', name: 'Lag' }] },
  ] },
  { id: 'reel', name: 'Reel', width: 40, height: 20, duration: 20, layers: [{ id: 'bar', name: 'Bar', kind: 'shape' }] },
  { id: 'ticks', name: 'Ticks', width: 40, height: 20, duration: 60, layers: [{ id: 'panel', name: 'Panel', kind: 'dials', dials: [{ id: 'pace', name: 'Pace', public: true }] }, { id: 'hand', name: 'Hand', kind: 'shape', channels: { rotation: { keys: [{ id: 'a', at: 4, value: 0 }, { id: 'b', at: 12, value: 90 }, { id: 'c', at: 40, value: 90 }, { id: 'd', at: 50, value: 0 }] } } }] },
  { id: 'spare', name: 'Spare', layers: [] },
] as never, { assets: [{ id: 'dot', name: 'Dot', type: 'image', hash: 'd'.repeat(64), mime: 'image/png', bytes: 9, width: 4, height: 4 }], presets: [{ id: 'own', name: 'Own', of: 'curve', data: { kind: 'sine' } }, { id: 'slow', name: 'Slow', of: 'timing', data: { rate: [30, 1], host: [30, 1], steps: [{ id: 's', op: 'speed', rate: 0.5, at: 0 }] } }] } as never);
const dot = { ...(fromMemory(film.assets.by['dot']) as object), id: 'dot2', hash: 'e'.repeat(64) };
const layers = ['lamp'];
const keys = [{ layer: 'lamp', track: 'x', key: 'b' }];
const all = ['a', 'b', 'c'].map((key) => ({ layer: 'lamp', track: 'x', key }));
const uneven = ['p', 'q', 'r'].map((key) => ({ layer: 'child', track: 'y', key }));

test('a command says of itself whether it is about the whole project, as its arguments do', () => {
  const schemas = argumentSchemas();
  for (const { event, args, about } of COMMANDS as readonly Command<string, object>[]) {
    expect([event, about === 'project']).toEqual([event, !('composition' in (args(schemas) as unknown as z.ZodObject).shape)]);
  }
});

/** Arguments that do something in the film, as somebody would write them: one set for every command. */
const SAMPLES: Readonly<Record<Event, object>> = {
  'project.rename': { name: 'Night' },
  'project.main': { composition: 'reel' },
  'composition.add': { file: { width: 20, height: 10, layers: [{ id: 'x', name: 'X', kind: 'null' }] } },
  'composition.duplicate': { composition: 'reel' },
  'composition.delete': { composition: 'spare' },
  'composition.set': { composition: 'main', fields: { name: 'Film', width: 640 } },
  'composition.length': { composition: 'main', duration: 140 },
  'composition.rate': { composition: 'main', rate: [24, 1] },
  'composition.size': { composition: 'main', width: 640, height: 360, content: 'scales' },
  'composition.tempo': { composition: 'main', tempo: { bpm: 104 } },
  'assets.add': { assets: [dot] },
  'assets.set': { asset: 'dot', fields: { name: 'Spot' } },
  'assets.delete': { asset: 'dot' },
  'media.add': { composition: 'main', assets: [dot], layers: [{ kind: 'image', id: 'p', source: 'dot2' }] },
  'layers.add': { composition: 'main', files: [{ kind: 'shape' }, { kind: 'null', id: 'mine', name: 'Mine', spans: [[2, 9]] }] },
  'layers.order': { composition: 'main', layers: ['child'], before: 'tram' },
  'layers.step': { composition: 'main', layers: ['child'], to: 'top' },
  'layers.set': { composition: 'main', layers, field: 'visible', value: false },
  'layers.delete': { composition: 'main', layers },
  'layers.trim': { composition: 'main', layers, end: 'end', at: 50 },
  'layers.split': { composition: 'main', layers, frame: 30 },
  'layers.stretch': { composition: 'main', layers: ['tram', 'lamp'], end: 'end', by: 20 },
  'layers.elastic': { composition: 'main', layers: ['lamp'], end: 'end', factor: 1.5 },
  'layers.sequence': { composition: 'main', layers: ['lamp', 'child'], each: 10, overlap: 2 },
  'layers.duplicate': { composition: 'main', layers },
  'layers.paste': { composition: 'reel', clip: fromMemory(copyLayers(film, 'main', layers)), at: 3 },
  'layers.parent': { composition: 'main', layers: ['child'], parent: 'lamp', frame: 10 },
  'layers.nest': { composition: 'main', layers: ['lamp', 'child'], name: 'Both' },
  'staggers.set': { composition: 'main', layers: ['lamp', 'child'], step: 3 },
  'staggers.forget': { composition: 'main', stagger: 'row' },
  'timing.cues': { composition: 'main', layers: ['clock'] },
  'timing.keep': { composition: 'main', layer: 'tram', name: 'Slow run' },
  'timing.preset': { composition: 'main', layers: ['clock'], preset: 'slow' },
  'timing.even': { composition: 'main', layer: 'paced', frame: 12 },
  'timing.piece': { composition: 'main', layer: 'tram', frame: 12, rate: 2 },
  'timing.stand': { composition: 'main', layers: ['tram'], frame: 20, for: 30 },
  'timing.pace': { composition: 'main', layers: ['tram'], from: 10, to: 20, rate: 2, soft: 4 },
  'timing.backwards': { composition: 'main', layers: ['tram'], from: 10, to: 20 },
  'layers.bake': { composition: 'main', layers: ['tram'] },
  'layers.unnest': { composition: 'main', layer: 'calm' },
  'layers.move': { composition: 'main', layers: ['child'], by: [4, 6], frame: 0 },
  'layers.place': { composition: 'main', placed: [{ layer: 'child', world: [2, 0, 0, 2, 30, 40] }], frame: 0 },
  'time.shift': { composition: 'main', slide: ['child'], keys, by: 5 },
  'tracks.set': { composition: 'main', values: [{ layer: 'lamp', track: 'x', value: 33 }, { layer: 'child', track: 'fill.colour', value: [1, 0, 0, 1] }], frame: 10, keying: true },
  'tracks.outside': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }], side: 'after', rule: 'repeat' },
  'keys.add': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }], frame: 10 },
  'keys.move': { composition: 'main', keys, by: 4 },
  'keys.delete': { composition: 'main', keys },
  'keys.shape': { composition: 'main', keys, shape: 'held' },
  'keys.paste': { composition: 'main', layers: ['child'], clip: copyKeys(film, 'main', keys)!, frame: 7 },
  'keys.set': { composition: 'main', keys, fields: { value: 70, right: [5, 0], joined: true }, each: [{ at: 22 }] },
  'keys.pull': { composition: 'main', keys, leaves: 8, arrives: 10 },
  'keys.spread': { composition: 'main', keys: all, factor: 2, around: 0, ripple: true },
  'keys.align': { composition: 'main', keys, at: 30, edge: 'first' },
  'keys.even': { composition: 'main', keys: uneven },
  'keys.snap': { composition: 'main', keys: [{ layer: 'child', track: 'y', key: 'q' }], to: 'frames' },
  'keys.reverse': { composition: 'main', keys: all },
  'keys.apart': { composition: 'main', keys: [...all, ...uneven], step: 3, order: 'rows' },
  'keys.thin': { composition: 'main', keys: all, tolerance: 80 },
  'keys.handles': { composition: 'main', keys: [{ layer: 'child', track: 'y', key: 'p' }] },
  'keys.frames': { composition: 'main', keys: [{ layer: 'child', track: 'y', key: 'p' }], tolerance: 1 },
  'keys.within': { composition: 'main', keys: [{ layer: 'child', track: 'y', key: 'p' }] },
  'keys.draw': { composition: 'main', layer: 'lamp', track: 'y', points: [[0, 0], [10, 40], [20, 10]] },
  'keys.calm': { composition: 'main', keys: all },
  'keys.where': { composition: 'main', layer: 'child', onto: ['lamp'] },
  'layers.partners': { composition: 'main', layers: ['lamp', 'child'] },
  'tracks.still': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }], frame: 20 },
  'tracks.ends': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }] },
  'tracks.closed': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }] },
  'tracks.limits': { composition: 'main', tracks: [{ layer: 'lamp', track: 'x' }], limits: [0, 80] },
  'formulas.set': { composition: 'main', tracks: [{ layer: 'lamp', track: 'rotation' }, { layer: 'child', track: 'rotation' }], formula: 'sine(1s, index / count) * 20' },
  'formulas.keys': { composition: 'main', tracks: [{ layer: 'late', track: 'rotation' }], tolerance: 0.5 },
  'formulas.back': { composition: 'main', tracks: [{ layer: 'late', track: 'skew' }] },
  'formulas.recipe': { composition: 'main', tracks: [{ layer: 'child', track: 'rotation' }], recipe: 'sway' },
  'links.set': { composition: 'main', tracks: [{ layer: 'child', track: 'rotation' }], to: { layer: 'lamp', track: 'rotation' }, gain: 0.5, later: 4 },
  'dials.add': { composition: 'main', layer: 'desk', type: 'colour', fields: { name: 'Glow' } },
  'dials.set': { composition: 'main', layer: 'desk', dial: 'sway', fields: { name: 'Swing', range: [0, 10], public: true } },
  'dials.delete': { composition: 'main', layer: 'desk', dials: ['lag'] },
  'dials.give': { composition: 'main', layers: ['clock'], dial: 'panel/pace', value: 4 },
  'poses.key': { composition: 'main', layers, frame: 15 },
  'poses.hold': { composition: 'main', layers, from: 10, to: 30 },
  'poses.flip': { composition: 'main', layers, axis: 'across', frame: 0 },
  'poses.mirror': { composition: 'main', layers, frame: 0, keying: true },
  'poses.drift': { composition: 'main', keys, frames: 10, percent: 20 },
  'poses.later': { composition: 'main', layer: 'lamp', onto: ['child'], by: 10 },
  'spans.split': { composition: 'main', layers, frame: 40 },
  'spans.join': { composition: 'main', layers: ['gappy'] },
  'spans.roll': { composition: 'main', layers: ['gappy'], at: 10, by: 4 },
  'layers.gaps': { composition: 'main', layers: ['gappy', 'late'] },
  'layers.slip': { composition: 'main', layers: ['calm'], by: 3 },
  'layers.ends': { composition: 'main', layers, from: 5, length: 20 },
  'time.open': { composition: 'main', at: 25, by: 10, cut: 'stand' },
  'composition.settle': { composition: 'main', frame: 20 },
  'composition.unsettle': { composition: 'main', settled: 'kept' },
  'presets.add': { name: 'Ours', data: { kind: 'back', amount: 2 } },
  'presets.delete': { preset: 'own' },
  'presets.rename': { preset: 'own', name: 'Landing' },
  'project.keys': { newKeys: 'smooth' },
  'markers.add': { composition: 'main', layers, at: 12 },
  'markers.set': { composition: 'main', markers: [{ layer: 'tram', marker: 'm' }], fields: { name: 'leave' } },
  'markers.delete': { composition: 'main', markers: [{ layer: null, marker: 'c' }] },
  'timing.add': { composition: 'main', layer: 'calm', op: 'pause', frame: 8 },
  'timing.set': { composition: 'main', layer: 'tram', operator: 'run', fields: { count: 3 } },
  'timing.order': { composition: 'main', layer: 'tram', operator: 'slow', by: -1 },
  'timing.paste': { composition: 'main', layers: ['calm'], clip: fromMemory(copyTiming(film, 'main', [{ layer: 'tram', operator: 'run' }])!) },
  'timing.delete': { composition: 'main', layer: 'tram', operator: 'run' },
  'inks.set': { composition: 'main', layers, part: 'stroke', fields: { cap: 'round' } },
  'inks.kind': { composition: 'main', layers: ['child'], kind: 'radial' },
  'stops.add': { composition: 'main', layer: 'lamp' },
  'stops.delete': { composition: 'main', layer: 'lamp', stop: 't' },
};

const schemas = argumentSchemas();
const drafted = (project: Project, event: string): Draft => {
  const args = commandOf(event)!.args(schemas).parse(JSON.parse(JSON.stringify(SAMPLES[event as Event])));
  const { draft } = work(project, event as never, args as never, idsFromDocument(project));
  if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing was done');
  return draft;
};

test('the list holds each event once, and every one has a sample', () => {
  expect(COMMANDS.length).toBeGreaterThan(40);
  expect(new Set(COMMANDS.map(({ event }) => event)).size).toBe(COMMANDS.length);
  expect(Object.keys(SAMPLES).sort()).toEqual(COMMANDS.map(({ event }) => event).sort());
});

describe.each(COMMANDS.map(({ event }) => event))('%s', (event) => {
  test('says its title and its arguments, as events are written', () => {
    expect(event).toMatch(/^[a-z]+\.[a-z]+$/);
    expect(commandOf(event)!.title).toMatch(/^[A-Z].{5,}[^.]$/);
    expect(z.toJSONSchema(commandOf(event)!.args(schemas), { io: 'input', unrepresentable: 'any' })).toMatchObject({ type: 'object', additionalProperties: false });
    expect(commandOf(event)!.args(schemas).safeParse({ ...SAMPLES[event], glitter: 1 }).success).toBe(false);
  });
  test('does what its sample asks, leaves the film whole, and can be taken back', () => {
    const draft = drafted(film, event);
    const { project, clashes } = applyPatches(film, draft.patches);
    expect(clashes).toEqual([]);
    expect(validateTouched(project, draft.patches)).toEqual([]);
    expect(sameValue(project, film)).toBe(false);
    const { draft: back, skipped } = takeBack(project, draft);
    expect(skipped).toEqual([]);
    expect(writeProject(applyPatches(project, back.patches).project)).toBe(writeProject(film));
  });
  test('comes to the same each time: ids left out are made from the document', () => expect(drafted(film, event)).toEqual(drafted(film, event)));
});

test('an added layer without an id or a bar gets both from the document', () => {
  const { project } = applyPatches(film, drafted(film, 'layers.add').patches);
  const [first, second] = project.compositions.by['main']!.layers.order.map((id) => project.compositions.by['main']!.layers.by[id]!);
  expect([first!.id, first!.name, first!.spans]).toEqual(['n1', 'Shape', [[0, 100]]]);
  expect(toLayerFile(second!)).toMatchObject({ id: 'mine', spans: [[2, 9]] });
});
