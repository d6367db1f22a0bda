import { createCanvas } from '@napi-rs/canvas';
import { applyPatches, work } from '../src/core/commands';
import { readProject, type Project } from '../src/core/model';
import { NOTHING_SELECTED } from '../src/islands/bench/editor/state';
import { drawTracks } from '../src/islands/bench/timeline/draw-tracks';
import { buildRows } from '../src/islands/bench/timeline/rows/build-rows';
import { countWaits } from './picture-waits';
import { pulledAlong } from './pulled-along';
import { openChromium, startServer } from './served';
import { best, inTurns, seeded, type Figure } from './seeded';

const PORT = 4397;
const ADDRESS = `http://127.0.0.1:${PORT}`;
/** A frame of the screen, in milliseconds. */
const FRAME = 1000 / 60;

/** What keying costs: a lane of very many keys, an edit of very many layers, and how soon the picture follows a pull in row and lane. */
export async function measureKeying(root: string): Promise<readonly Figure[]> {
  return [...measureLane(), ...measureBulk(), ...(await measurePulls(root))];
}

function read(file: object): Project {
  const result = readProject(JSON.stringify(file));
  if (!result.ok) throw new Error('The project of the measurement cannot be read.');
  return result.value;
}

function film(layers: readonly object[], duration = 600): object {
  return { format: 'oak-tumble/project', version: 2, name: 'Keying', main: 'main', compositions: [{ id: 'main', name: 'Main', duration, layers }] };
}

/** A lane of 20,000 keys, all of them in view and 300 of them, drawn whole on a canvas of the Bench's size. */
function measureLane(): readonly Figure[] {
  const chance = seeded(7);
  const keys = Array.from({ length: 20_000 }, (_, i) => ({ at: i, value: Math.round(chance() * 1000), ...(i % 3 === 0 ? { right: 'smooth', left: 'smooth' } : {}) }));
  const project = read(film([{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys } } }], 20_000));
  const composition = project.compositions.by['main']!;
  const rows = buildRows(project, composition, { unfolded: new Set(), lanes: new Set(['main/a x']), order: 'list', search: '', filter: 'all', selected: [], alone: null, room: 0 });
  const to = createCanvas(1030, 300).getContext('2d') as unknown as CanvasRenderingContext2D;
  return ([['all in view', 0, 1030 / 20_000], ['300 in view', 9000, 1030 / 300]] as const).map(([what, from, pixelsPerFrame]): Figure => {
    const draw = () => drawTracks(to, rows, { project, composition, view: { from, pixelsPerFrame }, width: 1030, height: 300, scroll: 0, selection: NOTHING_SELECTED, frame: 0, marquee: null, grip: null, shift: null, pulled: false, lanes: new Set<string>(), curvesOver: 'no', activity: () => null, caught: null, problems: [] });
    const took = best(12, draw);
    return { what: `Drawing a lane of 20,000 keys, ${what}`, measured: `${took.toFixed(1)} ms`, bar: '< 16.7 ms', held: took < FRAME };
  });
}

/** One edit of 500 layers with 40 keys each, beside a loop of sums that takes as long on any machine. */
function measureBulk(): readonly Figure[] {
  const layers = Array.from({ length: 500 }, (_, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'null', channels: { x: { keys: Array.from({ length: 40 }, (__, k) => ({ id: `k${k}`, at: k * 8, value: k * i })) } } }));
  const project = read(film(layers));
  const keys = layers.flatMap(({ id }) => Array.from({ length: 40 }, (_, k) => ({ layer: id, track: 'x', key: `k${k}` })));
  let kept = 0;
  const sums = () => { let sum = 0; for (let i = 0; i < 3e7; i++) sum += Math.sqrt(i); kept += sum; };
  return ([['Spreading', 'keys.spread', { keys, factor: 1.5, around: 0, ripple: false }], ['Putting apart', 'keys.apart', { keys, step: 2, order: 'chance', measure: 'rank', from: null, seed: 3, frame: 0 }], ['Thinning', 'keys.thin', { keys, tolerance: 1 }]] as const).map(([what, event, args]): Figure => {
    let steps = 0;
    const [edit, loop] = inTurns(5, () => {
      const { draft } = work(project, event, { composition: 'main', ...args } as never, () => `n${++steps}`);
      if (!draft || 'refused' in draft) throw new Error(`${what} came to nothing.`);
      applyPatches(project, draft.patches);
    }, sums);
    return { what: `${what} 20,000 keys of 500 layers, one step, beside 30 million square roots`, measured: `ratio ${(edit / loop).toFixed(2)} (${edit.toFixed(0)} ms : ${loop.toFixed(0)} ms)${kept === 0 ? ' ' : ''}`, bar: 'told', held: true };
  });
}

/** How soon the picture follows a pull: for each move, the frames of the page that pass until the picture that shows it is up. */
async function measurePulls(root: string): Promise<readonly Figure[]> {
  const server = await startServer(root, PORT);
  const browser = await openChromium();
  try {
    const ball = { id: 'a', name: 'Ball', kind: 'shape', shape: 'ellipse', channels: { x: { value: 640 }, width: { value: 120 }, height: { value: 120 }, y: { keys: [{ id: 'p', at: 0, value: 120 }, { id: 'q', at: 300, value: 600 }, { id: 'r', at: 590, value: 200 }] } } };
    const made = (await (await fetch(`${ADDRESS}/api/import`, { method: 'POST', body: JSON.stringify(film([ball])), headers: { origin: ADDRESS, 'content-type': 'application/octet-stream' } })).json()) as { id: string };
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${ADDRESS}/projects/${made.id}`);
    await page.locator('canvas[data-frame-shown]').waitFor();
    await page.getByRole('grid', { name: 'Layers' }).getByRole('button', { name: 'Ball', exact: true }).click();
    await page.keyboard.press('f');
    await page.keyboard.press('l');
    await page.getByRole('textbox', { name: 'Playhead' }).click();
    await page.keyboard.type('150');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(2000);
    await countWaits(page);
    const tracks = (await page.locator('canvas[aria-label=Tracks]').boundingBox())!;
    const rowOf = async (text: string) => (await page.getByRole('grid', { name: 'Layers' }).getByRole('row').filter({ hasText: text }).first().boundingBox())!;
    const [row, lane] = [await rowOf('Down'), await rowOf('faint: speed')];
    const x = (frame: number) => tracks.x + 10 + ((tracks.width - 20) * frame) / 600;
    return [
      await pulledAlong(page, 'Pulling the line between two pegs', { x: x(90), y: row.y + row.height / 2 }),
      await pulledAlong(page, 'Pulling a key in a lane', { x: x(300), y: lane.y + 16 }),
    ];
  } finally {
    await browser.close();
    server.kill();
  }
}
