import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { deleteKeys, moveKeys, setValues, shapeKeys, applyPatches, validateTouched, type Draft, type Refused } from '../commands';
import type { Project } from '../model';
import { keyedTracks, ownTracks, trackAt, tracksOf, valueAt } from '.';
import { channelRecords } from './tracks';

const film = projectOf([
  { id: 'main', name: 'Main', layers: [
    { id: 'a', name: 'A', kind: 'null' },
    { id: 's', name: 'S', kind: 'shape', masks: [{ id: 'hole' }], effects: [{ id: 'soft', kind: 'blur' }], fill: { stops: [{ id: 'st' }] } },
    { id: 'w', name: 'W', kind: 'text', letters: { by: 'letter', channels: { step: { value: 2 } } } },
    { id: 'n', name: 'N', kind: 'nest', source: 'reel', start: 4, spans: [[0, 100]], timing: [{ id: 'map', op: 'remap', keys: [{ id: 'p', at: 0, to: 10 }, { id: 'q', at: 20, to: 30 }] }], dials: { 'desk/sway': { keys: [{ at: 0, value: 1 }, { at: 24, value: 5 }] }, 'desk/gone': { value: 3 } } },
    { id: 'v', name: 'V', kind: 'audio', source: 'song', channels: { gain: { value: -6 } } },
  ] },
  { id: 'reel', name: 'Reel', rate: [24, 1], duration: 48, layers: [{ id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, range: [0, 9], channels: { value: { value: 2 } } }, { id: 'lean', name: 'Lean', type: 'angle', public: true, channels: { value: { value: 7 } } }, { id: 'mine', name: 'Mine' }] }] },
] as never);
const main = film.compositions.by['main']!;
const layer = (id: string) => main.layers.by[id]!;
const done = (draft: Draft | Refused | null): Project => {
  if (!draft || 'refused' in draft) throw new Error(draft ? draft.refused : 'nothing was done');
  const { project, clashes } = applyPatches(film, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(project, draft.patches)).toEqual([]);
  return project;
};

describe('tracks', () => {
  test('answer to their address and to their label', () => {
    expect(trackAt(film, layer('a'), 'rotation')!.address).toBe('rotation');
    expect(trackAt(film, layer('a'), 'Turn')!.address).toBe('rotation');
    expect(trackAt(film, layer('a'), 'nothing')).toBeNull();
  });
  test('the records of channels hold what own tracks hold, and nothing else', () => {
    const of = (name: string, value: unknown) => ({ [name]: { value } });
    const everywhere = projectOf([{ id: 'main', name: 'Main', layers: [
      { id: 's', name: 'S', kind: 'shape', channels: of('x', 3), fill: { channels: of('colour', [1, 0, 0, 1]), stops: [{ id: 'st', channels: of('at', 40) }] }, stroke: { channels: of('width', 2) }, masks: [{ id: 'hole', channels: of('feather', 4) }], effects: [{ id: 'soft', kind: 'blur', channels: of('radius', 5) }] },
      { id: 'w', name: 'W', kind: 'text', channels: of('text', 'word'), letters: { by: 'letter', channels: of('step', 2) } },
      { id: 'd', name: 'D', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', channels: of('value', 2) }] },
    ] }] as never).compositions.by['main']!;
    let held = 0;
    for (const one of [...Object.values(everywhere.layers.by), ...Object.values(main.layers.by)]) {
      const channels = channelRecords(one).flatMap((record) => Object.values(record));
      const tracks = ownTracks(one).flatMap(({ channel }) => channel ?? []);
      expect(new Set(channels)).toEqual(new Set(tracks));
      held += tracks.length;
    }
    expect(held).toBeGreaterThanOrEqual(9);
  });
  test('stand wherever something can be keyed, each once', () => {
    for (const one of Object.values(main.layers.by)) {
      const addresses = tracksOf(film, one).map((track) => track.address);
      expect(new Set(addresses).size).toBe(addresses.length);
    }
    const has = (id: string, ...wanted: string[]) => expect(tracksOf(film, layer(id)).map((track) => track.address)).toEqual(expect.arrayContaining(wanted));
    has('s', 'x', 'width', 'fill.colour', 'st.at', 'stroke.width', 'hole.feather', 'soft.radius');
    has('w', 'text', 'letters.step');
    has('v', 'gain', 'pan');
    has('n', 'desk/sway', 'desk/lean', 'desk/gone', 'map.keys');
    expect(tracksOf(film, layer('n')).some((track) => track.address === 'desk/mine')).toBe(false);
  });
  test('a public dial has the spec of its dial, and its own value until it is given one', () => {
    expect(trackAt(film, layer('n'), 'desk/sway')).toMatchObject({ spec: { type: 'N', label: 'Sway', range: [0, 9], clock: 'source' } });
    expect(trackAt(film, layer('n'), 'desk/lean')).toMatchObject({ channel: null, spec: { unit: '°', start: 7 } });
    expect(valueAt(film, main, layer('n'), trackAt(film, layer('n'), 'desk/lean')!, 9)).toBe(7);
  });
  test('keys of public dials count frames of what is shown, from the layer’s start', () => {
    const sway = trackAt(film, layer('n'), 'desk/sway')!;
    // 15 frames of 30 a second are 12 of 24.
    expect(valueAt(film, main, layer('n'), sway, 4 + 15)).toBeCloseTo(3, 9);
  });
  test('an operator’s own keys are a track: sampled, moved, set, held and taken out as any others', () => {
    const map = trackAt(film, layer('n'), 'map.keys')!;
    expect(keyedTracks(film, layer('n')).map((track) => track.address)).toEqual(['desk/sway', 'map.keys']);
    expect(valueAt(film, main, layer('n'), map, 4)).toBe(10);
    const own = (project: Project) => (project.compositions.by['main']!.layers.by['n']!.timing.by['map'] as unknown as { keys: Record<string, object> }).keys;
    const ref = (key: string) => ({ layer: 'n', track: 'map.keys', key });
    // Ten frames of the host are eight of the source.
    expect(own(done(moveKeys(film, 'main', [ref('q')], 10)))['q']).toMatchObject({ at: 28, to: 30 });
    const how = { frame: 4 + 25, newId: () => 'new' };
    expect(own(done(setValues(film, 'main', [{ layer: 'n', track: 'map.keys', value: 33 }], { ...how, keying: true })))['q']).toMatchObject({ at: 20, to: 33 });
    expect(own(done(setValues(film, 'main', [{ layer: 'n', track: 'map.keys', value: 12 }], { ...how, frame: 4 + 10, keying: true })))['new']).toMatchObject({ at: 8, to: 12 });
    expect(own(done(shapeKeys(film, 'main', [ref('p')], 'held')))['p']).toMatchObject({ right: 'hold' });
    expect(Object.keys(own(done(deleteKeys(film, 'main', [ref('p'), ref('q')]))))).toEqual([]);
  });
});
