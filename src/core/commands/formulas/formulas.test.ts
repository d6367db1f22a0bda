import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../../tests/support/projects';
import { checkProject } from '../../checks';
import { deepIdentity, drivesIn, trackAt, valueAt } from '../../scene';
import { inOrder, type Project } from '../../model';
import { applyPatches, idsFromDocument, losses, patchOf, work, type Event } from '..';

const film = (layers: readonly object[], more: readonly object[] = [], fields: object = {}): Project => projectOf([{ id: 'main', name: 'Main', duration: 120, rate: [30, 1], ...fields, layers }, ...more] as never);
const lamp = { id: 'lamp', name: 'Lamp', kind: 'null', channels: { rotation: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 60, value: 120 }] }, x: { value: 40 } } };

function done(project: Project, event: Event, args: object): Project {
  const made = tried(project, event, args);
  if (!made || 'refused' in made) throw new Error(made ? made.refused : 'nothing was done');
  const { project: next, clashes } = applyPatches(project, made.patches);
  expect(clashes).toEqual([]);
  return next;
}
const tried = (project: Project, event: Event, args: object) => work(project, event, { composition: 'main', ...args } as never, idsFromDocument(project)).draft;
const layerOf = (project: Project, id: string, composition = 'main') => project.compositions.by[composition]!.layers.by[id]!;
const shown = (project: Project, layer: string, track: string, frame: number, composition = 'main') => valueAt(project, project.compositions.by[composition]!, layerOf(project, layer, composition), trackAt(project, layerOf(project, layer, composition), track)!, frame);
const textOf = (project: Project, layer: string, track: string, composition = 'main') => trackAt(project, layerOf(project, layer, composition), track)!.channel?.formula ?? null;
const frames = [0, 7, 20, 45.5, 90];
const codes = (project: Project) => checkProject(project).map(({ code }) => code);

describe('formulas on tracks', () => {
  const one = film([lamp, { id: 'echo', name: 'Echo', kind: 'null', channels: { rotation: { value: 3 } } }, { id: 'other', name: 'Other', kind: 'null' }]);
  test('drive, are switched off and on, and are taken away; the keyed value stays', () => {
    const driven = done(one, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], formula: 'Lamp.rotation + keyed' });
    expect(shown(driven, 'echo', 'rotation', 30)).toBe(63);
    const off = done(driven, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], off: true });
    expect([shown(off, 'echo', 'rotation', 30), textOf(off, 'echo', 'rotation')]).toEqual([3, 'Lamp.rotation + keyed']);
    expect(shown(done(off, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], off: false }), 'echo', 'rotation', 30)).toBe(63);
    expect(textOf(done(driven, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], formula: null }), 'echo', 'rotation')).toBeNull();
  });
  test('that are wrong are kept and told, and heal when what was missing is there', () => {
    const made = tried(one, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], formula: 'Lmap.rotation' });
    expect(made).toMatchObject({ told: expect.stringContaining('Is “Lamp” meant?') as string });
    const wrong = done(one, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], formula: 'Late.rotation' });
    expect([shown(wrong, 'echo', 'rotation', 30), codes(wrong)]).toEqual([3, expect.arrayContaining(['formula-error'])]);
    const healed = done(wrong, 'layers.set', { layers: ['lamp'], field: 'name', value: 'Late' });
    expect([shown(healed, 'echo', 'rotation', 30), codes(healed).includes('formula-error')]).toEqual([60, false]);
  });
  test('on several layers count them', () => {
    const many = done(one, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }, { layer: 'other', track: 'rotation' }], formula: 'index * 10 + count' });
    expect([shown(many, 'echo', 'rotation', 0), shown(many, 'other', 'rotation', 0), textOf(many, 'other', 'rotation')]).toEqual([2, 12, 'let index = 1; let count = 2; index * 10 + count']);
    // Written again on them all it is numbered anew, once.
    const again = done(many, 'formulas.set', { tracks: [{ layer: 'other', track: 'rotation' }, { layer: 'echo', track: 'rotation' }], formula: textOf(many, 'other', 'rotation')! });
    expect([textOf(again, 'echo', 'rotation'), textOf(again, 'other', 'rotation')]).toEqual(['let index = 1; let count = 2; index * 10 + count', 'let index = 0; let count = 2; index * 10 + count']);
  });
  test('become keys within the tolerance, and drive again in their place', () => {
    const driven = done(one, 'formulas.set', { tracks: [{ layer: 'echo', track: 'rotation' }], formula: 'sine(2s) * 30' });
    const keyed = done(driven, 'formulas.keys', { tracks: [{ layer: 'echo', track: 'rotation' }], tolerance: 0.2 });
    expect(trackAt(keyed, layerOf(keyed, 'echo'), 'rotation')!.channel).toMatchObject({ formula: 'sine(2s) * 30', formulaOff: true });
    const many = Object.keys(trackAt(keyed, layerOf(keyed, 'echo'), 'rotation')!.channel!.keys).length;
    expect(many).toBeLessThan(20);
    for (let frame = 0; frame < 120; frame += 0.5) expect(Math.abs((shown(keyed, 'echo', 'rotation', frame) as number) - (shown(driven, 'echo', 'rotation', frame) as number))).toBeLessThan(0.25);
    const back = done(keyed, 'formulas.back', { tracks: [{ layer: 'echo', track: 'rotation' }] });
    for (const frame of frames) expect(shown(back, 'echo', 'rotation', frame)).toBe(shown(driven, 'echo', 'rotation', frame));
  });
  test('a recipe brings its dials, on the layer of dials that is there', () => {
    const swaying = done(one, 'formulas.recipe', { tracks: [{ layer: 'echo', track: 'rotation' }], recipe: 'sway' });
    const desk = inOrder(swaying.compositions.by['main']!.layers).find(({ kind }) => kind === 'dials')!;
    expect([desk.name, textOf(swaying, 'echo', 'rotation')]).toEqual(['Desk', "keyed + sine(Desk.'Sway every') * Desk.'Sway by'"]);
    expect(shown(swaying, 'echo', 'rotation', 15)).toBeCloseTo(3 + 8, 9);
    const twice = done(swaying, 'formulas.recipe', { tracks: [{ layer: 'other', track: 'x' }], recipe: 'sway' });
    expect([inOrder(twice.compositions.by['main']!.layers).filter(({ kind }) => kind === 'dials').length, textOf(twice, 'other', 'x')]).toEqual([1, "keyed + sine(Desk.'Sway every 2') * Desk.'Sway by 2'"]);
    for (const recipe of ['flicker', 'rest']) expect(codes(done(one, 'formulas.recipe', { tracks: [{ layer: 'echo', track: 'opacity' }], recipe }))).not.toContain('formula-error');
    expect(codes(done(one, 'formulas.recipe', { tracks: [{ layer: 'echo', track: 'rotation' }], recipe: 'follow', to: { layer: 'lamp', track: 'rotation' } }))).not.toContain('formula-error');
  });
});

describe('links', () => {
  const one = film([lamp, { id: 'echo', name: 'Echo', kind: 'null' }, { id: 'words', name: 'Words', kind: 'text' }]);
  test('follow with a share, so much more, so many frames later', () => {
    const linked = done(one, 'links.set', { tracks: [{ layer: 'echo', track: 'rotation' }], to: { layer: 'lamp', track: 'rotation' }, gain: 0.5, plus: 10, later: 4 });
    expect(textOf(linked, 'echo', 'rotation')).toBe('Lamp.rotation @ (clock - 4f) * 50% + 10');
    expect(shown(linked, 'echo', 'rotation', 34)).toBeCloseTo(40, 9);
    expect(tried(one, 'links.set', { tracks: [{ layer: 'echo', track: 'rotation' }], to: { layer: 'lamp', track: 'rotation' }, gain: 0.5, later: 4 })).toMatchObject({ label: "Let Turn of Echo follow half of Lamp's turn, 4 frames later" });
  });
  test('are refused in words where kinds do not match, or a track would follow itself', () => {
    expect(tried(one, 'links.set', { tracks: [{ layer: 'words', track: 'text' }], to: { layer: 'lamp', track: 'rotation' } })).toMatchObject({ refused: expect.stringContaining('a text and a number are no match') as string });
    expect(tried(one, 'links.set', { tracks: [{ layer: 'lamp', track: 'rotation' }], to: { layer: 'lamp', track: 'rotation' } })).toMatchObject({ refused: 'A track cannot follow itself.' });
  });
});

describe('what formulas read is carried along', () => {
  const formulas = { rotation: { formula: "'Left lamp'.rotation @ (clock - 6f) + Desk.'Sway by' // after it" }, x: { formula: 'since("arrive") * 10' } };
  const one = film([{ ...lamp, name: 'Left lamp' }, { id: 'echo', name: 'Echo', kind: 'null', markers: [{ id: 'm', at: 12, name: 'arrive' }], channels: formulas }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway by', channels: { value: { value: 5 } } }] }]);
  const same = (a: Project, b: Project, layer = 'echo') => { for (const track of ['rotation', 'x']) for (const frame of frames) expect(shown(b, layer, track, frame), `${track} at ${frame}`).toBeCloseTo(shown(a, layer, track, frame) as number, 9); };
  test.each([
    ['a layer', 'layers.set', { layers: ['lamp'], field: 'name', value: "The driver's" }, "'The driver''s'.rotation"], ['a dial', 'dials.set', { layer: 'desk', dial: 'sway', fields: { name: 'Reach' } }, 'Desk.Reach'],
    ['the layer of dials', 'layers.set', { layers: ['desk'], field: 'name', value: 'Board' }, "Board.'Sway by'"], ['a marker', 'markers.set', { markers: [{ layer: 'echo', marker: 'm' }], fields: { name: 'land' } }, 'since("land")'],
  ] as const)('renaming %s', (_, event, args, expected) => {
    const after = done(one, event, args);
    expect(`${textOf(after, 'echo', 'rotation')} ${textOf(after, 'echo', 'x')}`).toContain(expected);
    expect(textOf(after, 'echo', 'rotation')).toContain('// after it');
    same(one, after);
  });
  test('duplicates read each other under their new names', () => {
    const after = done(one, 'layers.duplicate', { layers: ['echo', 'desk'] });
    const [copy] = inOrder(after.compositions.by['main']!.layers).filter(({ name }) => name === 'Echo 2');
    expect(textOf(after, copy!.id, 'rotation')).toContain("'Desk 2'.'Sway by'");
    same(one, after);
  });
  test('another rate keeps the moments', () => {
    const after = done(one, 'composition.rate', { rate: [24, 1] });
    expect(textOf(after, 'echo', 'rotation')).toContain('clock - 4.8f');
    for (const frame of [0, 15, 45, 90]) for (const track of ['rotation', 'x']) expect(shown(after, 'echo', track, frame * 0.8)).toBeCloseTo(shown(one, 'echo', track, frame) as number, 6);
    const counting = film([{ id: 'a', name: 'A', kind: 'null', channels: { x: { formula: 'f * 2' } } }]);
    const slower = done(counting, 'composition.rate', { rate: [24, 1] });
    expect([textOf(slower, 'a', 'x'), textOf(done(slower, 'composition.rate', { rate: [30, 1] }), 'a', 'x')]).toEqual(['f * 2.5', 'f * 2']);
    expect(shown(slower, 'a', 'x', 24)).toBe(60);
  });
  test('another rate of the host or of what a nest shows: a dial’s formula counts the host’s frames, its keys those of the source', () => {
    const reel = { id: 'reel', name: 'Reel', duration: 60, rate: [30, 1], layers: [{ id: 'bar', name: 'Bar', kind: 'shape', channels: { x: { formula: 'Desk.Sway' } } }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true }] }] };
    const one = film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', dials: { 'desk/sway': { value: 2, formula: 'sine(24f) * 9 + f' } } }, { id: 'read', name: 'Read', kind: 'null', channels: { x: { formula: 'N/Bar.x' } } }], [reel]);
    const slower = done(one, 'composition.rate', { composition: 'reel', rate: [15, 1] });
    expect(textOf(slower, 'n', 'desk/sway')).toBe('sine(24f) * 9 + f');
    for (const frame of [0, 10, 40]) expect(shown(slower, 'read', 'x', frame)).toBeCloseTo(shown(one, 'read', 'x', frame) as number, 9);
    const host = done(one, 'composition.rate', { rate: [60, 1] });
    expect(textOf(host, 'n', 'desk/sway')).toBe('sine(48f) * 9 + (f * 0.5)');
    for (const frame of [0, 10, 40]) expect(shown(host, 'read', 'x', frame * 2)).toBeCloseTo(shown(one, 'read', 'x', frame) as number, 9);
  });
  test('into a nest: what stays outside becomes a public dial that is driven there, and who read what went inside is led there', () => {
    const read = film([{ ...lamp, name: 'Left lamp' }, { id: 'echo', name: 'Echo', kind: 'shape', channels: { rotation: { formula: "'Left lamp'.rotation * 0.5 + clock * 10" }, x: { formula: 'self.rotation + sine(1b) * 9' } } }, { id: 'after', name: 'After', kind: 'null', channels: { x: { formula: 'Echo.rotation @ (clock - 3f)' }, y: { formula: "'Left lamp'.x" } } }], [], { tempo: { bpm: 100, offset: 6 } });
    const nested = done(read, 'layers.nest', { layers: ['echo'], name: 'Box', frame: 0, boxes: { echo: [0, 0, 10, 10] }, outside: [] });
    const nest = inOrder(nested.compositions.by['main']!.layers).find(({ name }) => name === 'Box') as { readonly id: string; readonly source: string };
    expect(codes(nested).filter((code) => code.startsWith('formula'))).toEqual([]);
    expect([textOf(nested, 'echo', 'rotation', nest.source), textOf(nested, 'after', 'x')]).toEqual(["Outside.'Left lamp turn' * 0.5 + clock * 10", 'Box/Echo.rotation @ (clock - 3f)']);
    for (const frame of [3, 9, 40, 80]) for (const track of ['x', 'y']) expect(shown(nested, 'after', track, frame)).toBeCloseTo(shown(read, 'after', track, frame) as number, 9);
    const late = done({ ...read, compositions: { ...read.compositions, by: { main: { ...read.compositions.by['main']!, layers: { ...read.compositions.by['main']!.layers, by: { ...read.compositions.by['main']!.layers.by, echo: { ...layerOf(read, 'echo'), spans: [[20, 80]] } as never } } } } } }, 'layers.nest', { layers: ['echo'], name: 'Box', length: 'bars', frame: 30, boxes: { echo: [0, 0, 10, 10] }, outside: [] });
    expect(textOf(late, 'after', 'x')).toBe('Box/Echo.rotation @ (clock - 3f)');
    for (const frame of [30, 40, 79]) expect(shown(late, 'after', 'x', frame)).toBeCloseTo(shown(read, 'after', 'x', frame) as number, 9);
  });
  test('into a nest: what is read outside at another time by the clock is read there for it; what adds up is told', () => {
    const read = film([{ ...lamp, name: 'Lamp' }, { id: 'echo', name: 'Echo', kind: 'shape', channels: { rotation: { formula: 'Lamp.turn @ (clock - 4f) * 2 + clock' }, x: { formula: 'Lamp.rotation @ (clock * 50%) + Lamp.rotation @ (clock - 4f)' }, y: { formula: 'total(Lamp.x)' } } }, { id: 'after', name: 'After', kind: 'null', channels: { x: { formula: 'Echo.rotation + Echo.x' } } }]);
    const args = { layers: ['echo'], name: 'Box', frame: 0, boxes: { echo: [0, 0, 10, 10] }, outside: [] };
    const nested = done(read, 'layers.nest', args);
    const nest = inOrder(nested.compositions.by['main']!.layers).find(({ name }) => name === 'Box') as { readonly id: string; readonly source: string };
    expect([textOf(nested, 'echo', 'rotation', nest.source), textOf(nested, 'echo', 'x', nest.source)]).toEqual(["Outside.'Lamp turn 2' * 2 + clock", "Outside.'Lamp turn' + Outside.'Lamp turn 2'"]);
    for (const frame of [3, 9, 40, 80]) expect(shown(nested, 'after', 'x', frame)).toBeCloseTo(shown(read, 'after', 'x', frame) as number, 9);
    expect(tried(read, 'layers.nest', args)).toMatchObject({ told: expect.stringContaining('reads Lamp in a total') as string });
  });
  test('into a nest: a place is read as a point or as two numbers, however it is kept outside', () => {
    const read = film([
      { id: 'two', name: 'Two', kind: 'null', channels: { x: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 50, value: 50 }] }, y: { value: 7 } } }, { id: 'one', name: 'One', kind: 'null', channels: { position: { value: [3, 4], keys: [{ id: 'a', at: 0, value: [3, 4] }, { id: 'b', at: 60, value: [63, 34] }] } } },
      { id: 'echo', name: 'Echo', kind: 'shape', channels: { position: { value: [0, 0], formula: 'Two.position + parent.position' }, rotation: { formula: 'One.y + Two.position.y + One.x @ (clock - 3f)' } }, parent: 'one' }, { id: 'after', name: 'After', kind: 'null', channels: { x: { formula: 'Echo.x + Echo.rotation' }, y: { formula: 'Echo.y' } } },
    ]);
    const nested = done(read, 'layers.nest', { layers: ['echo'], name: 'Box', frame: 0, boxes: { echo: [0, 0, 10, 10] }, outside: [] });
    const nest = inOrder(nested.compositions.by['main']!.layers).find(({ name }) => name === 'Box') as { readonly id: string; readonly source: string };
    expect([textOf(nested, 'echo', 'position', nest.source), textOf(nested, 'echo', 'rotation', nest.source)]).toEqual(["Outside.'Two place' + Outside.'One place'", "Outside.'One down' + Outside.'Two place'.y + Outside.'One across'"]);
    expect(codes(nested).filter((code) => code.startsWith('formula'))).toEqual([]);
    for (const frame of [3, 9, 40, 80]) for (const track of ['x', 'y']) expect(shown(nested, 'after', track, frame)).toBeCloseTo(shown(read, 'after', track, frame) as number, 9);
  });
  test('taken apart again, all reads what it read', () => {
    const inside = { id: 'hall', name: 'Hall', duration: 90, rate: [30, 1], layers: [{ ...lamp, name: 'Lamp' }, { id: 'echo', name: 'Echo', kind: 'null', channels: { x: { formula: 'Lamp.rotation + clock' } } }] };
    const one = film([{ id: 'box', name: 'Box', kind: 'nest', source: 'hall', clipFrame: false, start: 10, spans: [[10, 90]] }, { id: 'other', name: 'Lamp', kind: 'null', channels: { x: { value: 7 } } }, { id: 'after', name: 'After', kind: 'null', channels: { x: { formula: 'Box/Echo.x + Lamp.x' } } }], [inside]);
    const apart = done(one, 'layers.unnest', { layer: 'box' });
    expect(textOf(apart, 'after', 'x')).toBe('Echo.x + Lamp.x');
    for (const frame of [10, 30, 62.5, 89]) expect(shown(apart, 'after', 'x', frame)).toBeCloseTo(shown(one, 'after', 'x', frame) as number, 9);
    expect(codes(apart).filter((code) => code.startsWith('formula'))).toEqual([]);
  });
});

test('a nest that is given dials is taken apart: its dials come out as what they were given, and who read them of the nest reads them there', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 90, rate: [30, 1], layers: [{ id: 'bar', name: 'Bar', kind: 'null', channels: { x: { formula: 'Desk.Sway + Desk.Rest + f' } } }, { id: 'desk', name: 'Desk', kind: 'dials', start: 5, dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 1 } } }, { id: 'rest', name: 'Rest', public: true, channels: { value: { value: 2 } } }] }] };
  const nest = (dials: object) => film([{ id: 'n', name: 'Use', kind: 'nest', source: 'reel', clipFrame: false, start: 12, spans: [[12, 102]], dials }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [] }, { id: 'read', name: 'Read', kind: 'null', channels: { x: { formula: 'Use/Bar.x' }, y: { formula: 'Use.Sway * 2' } } }], [reel]);
  const one = nest({ 'desk/sway': { value: 10, keys: [{ id: 'a', at: 0, value: 10 }, { id: 'b', at: 60, value: 70 }] } });
  const apart = done(one, 'layers.unnest', { layer: 'n' });
  expect([textOf(apart, 'read', 'x'), textOf(apart, 'read', 'y')]).toEqual(['Bar.x', "'Desk 2'.Sway * 2"]);
  for (const frame of [12, 20, 45.5, 90]) for (const track of ['x', 'y']) expect(shown(apart, 'read', track, frame)).toBeCloseTo(shown(one, 'read', track, frame) as number, 9);
  expect(codes(apart).filter((code) => code.startsWith('formula'))).toEqual([]);
  const refused = (formula: string) => (tried(nest({ 'desk/sway': { value: 10, formula } }), 'layers.unnest', { layer: 'n' }) as { refused: string }).refused;
  expect([refused('f'), refused('self.x'), refused('parent.x'), refused('Use.y'), refused('since(1)')]).toEqual(['Sway of Use is driven by a formula, and the dials inside begin at another time; turn it into keys, or take it away, first.', ...Array(4).fill('Sway of Use is driven by a formula that asks Use itself, which goes; turn it into keys, or take it away, first.') as string[]]);
});

test('a public dial that is called otherwise inside is read by its new name outside, and nothing is seen of it', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 90, rate: [30, 1], layers: [{ id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 1 } } }] }] };
  const one = film([{ id: 'n', name: 'Use', kind: 'nest', source: 'reel', dials: { 'desk/sway': { value: 10 } } }, { id: 'read', name: 'Read', kind: 'null', channels: { x: { value: 3, formula: 'Use.Sway * 2' } } }], [reel]);
  const named = done(one, 'dials.set', { composition: 'reel', layer: 'desk', dial: 'sway', fields: { name: 'Lean over' } });
  expect([textOf(named, 'read', 'x'), shown(named, 'read', 'x', 4)]).toEqual(["Use.'Lean over' * 2", 20]);
  expect(deepIdentity(named, 'main')).toBe(deepIdentity(one, 'main'));
  // Where nobody rewrites who reads it, that it is gone is seen.
  const lost = applyPatches(one, [patchOf(['compositions', 'by', 'reel', 'layers', 'by', 'desk', 'dials', 'by', 'sway', 'name'], 'Sway', 'Other')]).project;
  expect([shown(lost, 'read', 'x', 4), deepIdentity(lost, 'main') === deepIdentity(one, 'main')]).toEqual([3, false]);
});

test('a nest whose dials a formula gives is taken apart: the formula goes on, by the names and the clock of where it was written', () => {
  const inside = [{ id: 'lamp', name: 'Lamp', kind: 'null', channels: { x: { formula: 'Desk.Sway + clock' }, y: { value: 3 } } }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 1 } } }, { id: 'rest', name: 'Rest', public: true, channels: { value: { value: 2 } } }] }];
  const one = film([
    { id: 'n', name: 'Use', kind: 'nest', source: 'reel', clipFrame: false, start: 12, spans: [[12, 102]], dials: { 'desk/sway': { value: 10, formula: 'Lamp.x + clock * 2 + f + sine(1s) + Use/Lamp.y + Use.Rest + keyed', keys: [{ id: 'k', at: 0, value: 0 }, { id: 'l', at: 60, value: 30 }] }, 'desk/rest': { value: 8 } } },
    { id: 'other', name: 'Lamp', kind: 'null', channels: { x: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 100, value: 50 }] } } },
    { id: 'read', name: 'Read', kind: 'null', channels: { x: { formula: 'Use/Lamp.x' }, y: { formula: 'Use.Sway' } } },
  ], [{ id: 'reel', name: 'Reel', duration: 90, rate: [30, 1], layers: inside }]);
  const apart = done(one, 'layers.unnest', { layer: 'n' });
  const desk = inOrder(apart.compositions.by['main']!.layers).find(({ name }) => name === 'Desk')!;
  expect(textOf(apart, desk.id, 'sway.value')).toBe("Lamp.x + clock * 2 + f + sine(1s) + 'Lamp 2'.y + Desk.Rest + keyed");
  for (const frame of [12, 20, 45.5, 90]) for (const track of ['x', 'y']) expect(shown(apart, 'read', track, frame)).toBeCloseTo(shown(one, 'read', track, frame) as number, 9);
  expect(codes(apart).filter((code) => code.startsWith('formula'))).toEqual([]);
});

test('what would break says so first: who reads a layer or a dial that goes, in nests that show it too', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 60, layers: [{ id: 'bar', name: 'Bar', kind: 'shape', channels: { x: { formula: 'Desk.Sway' } } }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway' }, { id: 'rest', name: 'Rest' }] }] };
  const one = film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel' }, { id: 'read', name: 'Read', kind: 'null', channels: { x: { formula: 'N/Bar.x' } } }], [reel]);
  expect(losses(one, 'reel', ['bar'])).toEqual(['a formula of Read reads Bar']);
  expect(losses(one, 'reel', ['desk'])).toEqual(['a formula of Bar reads Desk']);
  expect(losses(one, 'reel', ['bar', 'desk'])).toEqual(['a formula of Read reads Bar']);
  expect(losses(one, 'main', ['n'])).toEqual(['a formula of Read reads N']);
  expect(tried(one, 'dials.delete', { composition: 'reel', layer: 'desk', dials: ['sway'] })).toMatchObject({ told: 'A formula of Bar reads Desk: what it drives keeps its keyed value.' });
  expect(tried(one, 'dials.delete', { composition: 'reel', layer: 'desk', dials: ['rest'] })).not.toHaveProperty('told');
});

describe('dials', () => {
  const reel = { id: 'reel', name: 'Reel', duration: 60, layers: [{ id: 'bar', name: 'Bar', kind: 'shape', channels: { x: { formula: 'Desk.Sway * 2' } } }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 4 } } }] }] };
  const one = film([{ id: 'a', name: 'A', kind: 'nest', source: 'reel' }, { id: 'b', name: 'B', kind: 'nest', source: 'reel' }, { id: 'read', name: 'Read', kind: 'null', channels: { x: { formula: 'A/Bar.x' }, y: { formula: 'B/Bar.x' } } }], [reel]);
  test('public ones are set for each use, from values, keys or formulas outside', () => {
    const set = done(one, 'dials.give', { layers: ['a'], dial: 'desk/sway', value: 10 });
    expect([shown(set, 'read', 'x', 5), shown(set, 'read', 'y', 5)]).toEqual([20, 8]);
    const driven = done(set, 'formulas.set', { tracks: [{ layer: 'b', track: 'desk/sway' }], formula: 'f' });
    expect([shown(driven, 'read', 'x', 5), shown(driven, 'read', 'y', 5)]).toEqual([20, 10]);
    expect(shown(done(driven, 'dials.give', { layers: ['a', 'b'], dial: 'desk/sway', value: null }), 'read', 'x', 5)).toBe(8);
    expect(tried(one, 'dials.give', { layers: ['a'], dial: 'desk/sway', value: 'wide' })).toMatchObject({ refused: 'Sway does not hold such a value.' });
  });
  test('that are gone or of another kind count as they are inside, and are told', () => {
    const set = done(one, 'dials.give', { layers: ['a'], dial: 'desk/sway', value: 10 });
    const kept = done(set, 'dials.set', { composition: 'reel', layer: 'desk', dial: 'sway', fields: { public: false } });
    expect([codes(kept).includes('dial-missing'), shown(kept, 'read', 'x', 5)]).toEqual([true, 8]);
    const gone = done(set, 'dials.delete', { composition: 'reel', layer: 'desk', dials: ['sway'] });
    expect(codes(gone)).toEqual(expect.arrayContaining(['dial-missing', 'formula-error']));
  });
  test('need a name of their own, a rising range and something to choose', () => {
    const desk = { composition: 'reel', layer: 'desk' };
    const aim = done(one, 'dials.add', { ...desk, type: 'point' });
    const { dials } = layerOf(aim, desk.layer, desk.composition) as unknown as { readonly dials: { readonly order: readonly string[] } };
    expect(shown(aim, desk.layer, `${dials.order.at(-1)!}.value`, 0, desk.composition)).toEqual([aim.compositions.by[desk.composition]!.width / 2, aim.compositions.by[desk.composition]!.height / 2]);
    const two = done(one, 'dials.add', { ...desk, type: 'number', fields: { name: 'Sway' } });
    expect(inOrder((layerOf(two, 'desk', 'reel') as never as { dials: never }).dials as never).map((dial) => (dial as { name: string }).name)).toEqual(['Sway', 'Sway 2']);
    expect(tried(two, 'dials.set', { ...desk, dial: 'sway', fields: { name: 'Sway 2' } })).toMatchObject({ refused: 'Desk has a dial called Sway 2 already.' });
    expect(tried(two, 'dials.set', { ...desk, dial: 'sway', fields: { range: [5, 1] } })).toMatchObject({ refused: expect.stringContaining('rises') as string });
  });
});

test('a ring is told with its chain, through times and nests too, and each keeps its keyed value', () => {
  const ring = film([{ id: 'a', name: 'A', kind: 'null', channels: { x: { value: 5, formula: 'B.y @ (clock - 2f) + 1' } } }, { id: 'b', name: 'B', kind: 'null', channels: { y: { value: 6, formula: 'A.x' } } }]);
  const drives = drivesIn(ring, ring.compositions.by['main']!).all();
  expect(drives.map((drive) => drive.ring()?.join(' → '))).toEqual(['A.across → B.down → A.across', 'B.down → A.across → B.down']);
  expect([shown(ring, 'a', 'x', 3), shown(ring, 'b', 'y', 3)]).toEqual([5, 6]);
  const reel = { id: 'reel', name: 'Reel', duration: 60, layers: [{ id: 'bar', name: 'Bar', kind: 'shape', channels: { x: { formula: 'Desk.Sway' }, y: { formula: 't' } } }, { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true }] }] };
  const nested = (read: string) => film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', dials: { 'desk/sway': { value: 2, formula: read } } }], [reel]);
  expect(codes(nested('N/Bar.x'))).toContain('formula-cycle');
  expect(codes(nested('N/Bar.y'))).not.toContain('formula-cycle');
  const timed = film([{ id: 'n', name: 'N', kind: 'nest', source: 'reel', timing: [{ op: 'formula', source: 'N/Bar.y' }] }], [reel]);
  expect(codes(timed)).toContain('formula-cycle');
});
