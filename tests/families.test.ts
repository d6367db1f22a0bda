import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { afterAll, describe, expect, test, vi } from 'vitest';
import * as z from 'zod';

/** A film as a file that has the fixtures' members, written down before anybody knows whether they are read. */
const FILM = {
  format: 'oak-tumble/project', version: 2, name: 'Fringe',
  compositions: [{ id: 'main', name: 'Main', duration: 40, layers: [{
    id: 'lamp', name: 'Lamp', kind: 'shape',
    timing: [{ id: 't1', op: 'ahead', by: 6, manner: 'odd' }],
    effects: [{ id: 'e1', kind: 'frill', channels: { depth: { keys: [{ id: 'a', at: 0, value: 1 }, { id: 'b', at: 10, value: 11 }] } } }],
  }] }],
};
const PLAIN = { ...FILM, compositions: [{ ...FILM.compositions[0]!, layers: [{ id: 'lamp', name: 'Lamp', kind: 'shape' }] }] };

const folder = mkdtempSync(path.join(tmpdir(), 'oak-families-'));
const fileOf = (name: string, content: unknown) => {
  const file = path.join(folder, name);
  writeFileSync(file, JSON.stringify(content));
  return file;
};

/** Each list of a family, with one more name in it when asked: what adding a file and a name comes to. */
async function house(more: boolean) {
  vi.resetModules();
  vi.doUnmock('../src/core/timing/operators');
  vi.doUnmock('../src/core/model/effects');
  vi.doUnmock('../src/core/checks/list');
  vi.doUnmock('../src/core/commands/events');
  vi.doUnmock('../src/islands/bench/timeline/rows/list');
  if (more) {
    vi.doMock('../src/core/timing/operators', async (actual) => ({ OPERATORS: [...(await actual<{ OPERATORS: readonly object[] }>()).OPERATORS, (await import('./fixtures/family/operator')).ahead] }));
    vi.doMock('../src/core/model/effects', async (actual) => {
      const { EFFECTS } = await actual<{ EFFECTS: readonly { kind: string }[] }>();
      const list = [...EFFECTS, (await import('./fixtures/family/effect')).frill];
      return { EFFECTS: list, effectOf: (kind: string) => list.find((one) => one.kind === kind) };
    });
    vi.doMock('../src/core/checks/list', async (actual) => ({ CHECKS: [...(await actual<{ CHECKS: readonly object[] }>()).CHECKS, (await import('./fixtures/family/check')).nameless] }));
    vi.doMock('../src/core/commands/events', async (actual) => ({ COMMANDS: [...(await actual<{ COMMANDS: readonly object[] }>()).COMMANDS, (await import('./fixtures/family/command')).projectShout] }));
    vi.doMock('../src/islands/bench/timeline/rows/list', async (actual) => ({ ROWS: [...(await actual<{ ROWS: readonly object[] }>()).ROWS, (await import('./fixtures/family/row')).pulseRow] }));
  }
  // The lists first, one after the other: asked for by many at once, one of them may come before its stand-in is made.
  await import('../src/core/timing/operators');
  await import('../src/core/model/effects');
  await import('../src/core/checks/list');
  await import('../src/core/commands/events');
  await import('../src/islands/bench/timeline/rows/list');
  const [model, commands, evaluate, scene, checks, actions, help, rows, stack, context, editors, cli, problems, state, hits, drawing, drags, words] = await Promise.all([
    import('../src/core/model'), import('../src/core/commands'), import('../src/core/evaluate'), import('../src/core/scene'), import('../src/core/checks'),
    import('../src/islands/bench/editor/actions'), import('../src/islands/bench/help/pages'), import('../src/islands/bench/timeline/rows/build-rows'), import('../src/islands/bench/panel/timing-stack'),
    import('../src/islands/bench/editor/editor-context'), import('./support/editor'), import('../src/cli/main'), import('../src/islands/bench/editor/problems'), import('../src/islands/bench/editor/state'),
    import('../src/islands/bench/timeline/hit-test'), import('../src/islands/bench/timeline/draw-tracks'), import('../src/islands/bench/timeline/drag'), import('../src/islands/bench/timeline/timing-words'),
  ]);
  const oak = async (...args: readonly string[]) => {
    let [out, err] = ['', ''];
    const code = await cli.run(args, (text) => (out += text), (text) => (err += text));
    return { code, out, err };
  };
  return { ...model, ...commands, ...evaluate, ...scene, ...checks, ...actions, ...help, ...rows, ...stack, ...context, ...editors, ...problems, ...state, ...hits, ...drawing, ...drags, ...words, oak };
}

const CHOICE = { lanes: new Set<string>(), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 400 } as const;

/** Which of these words are constants of the project file's schema. */
function named(schema: z.ZodType): readonly string[] {
  const text = JSON.stringify(z.toJSONSchema(schema, { io: 'input', reused: 'ref' }));
  return ['ahead', 'frill', 'loop', 'blur'].filter((word) => text.includes(`"const":"${word}"`));
}

afterAll(() => vi.resetModules());

describe('a member more in each family, by a file and a name', () => {
  test('is in schema, panel, timeline, trail, help, find an action and the command line', async () => {
    const all = await house(true);
    expect(named(all.projectFile)).toEqual(['ahead', 'frill', 'loop', 'blur']);
    const read = all.readProjectFile(FILM);
    if (!read.ok) throw new Error(JSON.stringify(read));
    const film = read.value;
    const main = film.compositions.by['main']!;
    const lamp = main.layers.by['lamp']!;
    // The operator plays, and the effect is as wide as it says at that time.
    expect(all.sourceTimeAt(film, main, lamp, 10)).toBe(16);
    expect(all.trail(film, 'main', 'lamp', 10)!.stops.map(({ title }) => title)).toContain('Ahead by some');
    expect(all.tracksOf(film, lamp).find(({ address }) => address === 'e1.depth')!.spec.label).toBe('Frill depth');
    expect(all.evaluateFrame(film, 'main', 0, { faces: () => null, purpose: 'output' })!.root.items[0]).toMatchObject({ effects: [{ passes: [{ from: 'picture', light: 7 }], reach: [7, 7, 7, 7] }] });
    expect(all.coverOf(film, main, lamp, 0)![0] - all.contentBox(film, main, lamp, 0)![0]).toBeCloseTo(-7, 9);
    const rows = all.buildRows(film, main, { ...CHOICE, unfolded: new Set([all.foldKey('main', 'lamp')]) });
    expect(rows.flatMap((row) => (row.is.kind === 'track' ? [(row.own as { spec: { label: string } }).spec.label] : []))).toContain('Frill depth');
    expect(all.timingWords(lamp)).toContain('Ahead by some by 6');
    // The row stands, is drawn, hit, taken by a rectangle, pulled, and has its head.
    const pulse = rows.find((row) => row.key === 'pulse lamp')!;
    const view = { from: 0, pixelsPerFrame: 10 };
    const drawn: unknown[] = [];
    const to = new Proxy({}, { get: (_, name) => (...args: unknown[]) => { drawn.push([name, ...args]); return { width: 0 }; }, set: () => true }) as CanvasRenderingContext2D;
    all.drawTracks(to, rows, { project: film, composition: main, view, width: 500, height: 300, scroll: 0, selection: all.NOTHING_SELECTED, frame: 0, marquee: null, grip: null, shift: null, pulled: false, lanes: new Set<string>(), curvesOver: 'no', activity: () => null, caught: null, problems: [] });
    expect(drawn).toContainEqual(['fillRect', 0, pulse.top + 5, 100, 20]);
    const grip = all.hitTest(rows, film, main, view, 40, pulse.top + 3);
    expect(all.foretell(grip, all.NOTHING_SELECTED, main)).toBe('Pull down to rename');
    expect(all.stepOf(all.classifyDrag(grip, false, all.NOTHING_SELECTED), null, 'main', 0, undefined, 12)).toMatchObject({ event: 'layers.set', move: { value: 'Down 12' } });
    const across = [0, pulse.top + 2, 110, pulse.top + 4] as const;
    expect(all.keysInside(rows, film, main, view, across).map((ref) => ref.key)).toEqual(['pulse']);
    expect(all.barsInside(rows, view, across)).toEqual(['lamp']);
    const acts = { choose: () => {}, drag: () => {}, link: () => {}, menu: () => {} };
    expect(renderToStaticMarkup(createElement(pulse.is.Head, { row: pulse, index: 2, project: film, composition: main, target: false, acts }))).toContain('Pulse of Lamp, row 2');
    expect(all.HELP_PAGES.flatMap(({ lists }) => lists ?? []).map(([name]) => name)).toContain('Ahead by some');

    vi.stubGlobal('requestAnimationFrame', () => 0);
    const { editor } = all.openEditor(film);
    const panel = renderToStaticMarkup(createElement(all.EditorContext.Provider, { value: editor }, createElement(all.TimingStack, { project: film, composition: main, layers: [lamp] })));
    for (const words of ['Ahead by some', 'Ahead by', 'Manner', 'by 6']) expect(panel).toContain(words);
    editor.select({ layers: ['lamp'] });
    all.runAction(editor, 'timing.ahead');
    const stacked = editor.store.getState().project.compositions.by['main']!.layers.by['lamp']!.timing;
    expect(stacked.order.map((id) => (stacked.by[id] as { op: string }).op)).toEqual(['ahead', 'ahead']);

    const [problem] = all.checkProject(film).filter(({ code }) => code === 'skid');
    expect(problem!.message).toBe('Main is not frilly.');
    editor.store.setState({ problems: all.checkProject(film) });
    editor.seek(3);
    editor.select({ layers: [] });
    expect(all.ticksOf(editor.store.getState()).map(({ message }) => message)).toContain('Main is not frilly.');
    all.runAction(editor, 'time.mend');
    expect(editor.store.getState().project.compositions.by['main']!.name).toBe('Frilly');
    expect(editor.do('project.shout' as never, { marks: 2 } as never)).not.toBeNull();
    expect(editor.store.getState().project.name).toBe('FRINGE!!');
    // What was done is a step that the command line can do again.
    const again = path.join(folder, 'again.jsonl');
    writeFileSync(again, all.stepLine(editor.steps().at(-1)!));
    const redone = await all.oak('edit', fileOf('redo.oak.json', FILM), '--script', again, '--out', path.join(folder, 'redone.oak.json'));
    expect([redone.code, redone.err]).toEqual([0, '']);
    editor.close();
    vi.unstubAllGlobals();

    const file = fileOf('more.oak.json', FILM);
    const listed = JSON.parse((await all.oak('commands')).out) as readonly { event: string; arguments: { properties: Record<string, { enum?: readonly string[] }> } }[];
    expect(listed.find(({ event }) => event === 'project.shout')!.arguments.properties).toHaveProperty('marks');
    expect(listed.find(({ event }) => event === 'timing.add')!.arguments.properties['op']!.enum).toContain('ahead');
    expect(JSON.parse((await all.oak('values', file, '--comp', 'main', '--layer', 'lamp', '--channel', 'e1.depth', '--frames', '0..2')).out)).toEqual([7, 8]);
    expect((await all.oak('check', file)).out).toContain('Main is not frilly.');
    const done = await all.oak('edit', file, '--do', 'project.shout', '--with', '{}', '--out', path.join(folder, 'out.oak.json'));
    expect(done.err).toBe('');
    expect(done.code).toBe(0);
  });

  test('with the names taken out again nothing knows of them', async () => {
    const all = await house(false);
    expect(named(all.projectFile)).toEqual(['loop', 'blur']);
    expect(all.readProjectFile(FILM).ok).toBe(false);
    const read = all.readProjectFile(PLAIN);
    if (!read.ok) throw new Error(JSON.stringify(read));
    expect(all.checkProject(read.value).map(({ code }) => code)).not.toContain('skid');
    expect(all.buildRows(read.value, read.value.compositions.by['main']!, { ...CHOICE, unfolded: new Set() }).map(({ key }) => key)).toEqual(['layer lamp']);
    expect(all.ACTIONS.map(({ id }) => id)).not.toContain('timing.ahead');
    expect(all.ACTIONS.map(({ id }) => id)).toContain('timing.loop');
    expect(all.HELP_PAGES.flatMap(({ lists }) => lists ?? []).map(([name]) => name)).not.toContain('Ahead by some');
    const commands = (await all.oak('commands')).out;
    expect(commands).not.toContain('project.shout');
    expect(commands).not.toContain('"ahead"');
    const refused = await all.oak('edit', fileOf('plain.oak.json', PLAIN), '--do', 'project.shout', '--with', '{}', '--out', path.join(folder, 'no.oak.json'));
    expect(refused.code).not.toBe(0);
    expect((await all.oak('check', fileOf('with.oak.json', FILM))).code).not.toBe(0);
  });
});
