import { applyPatches, patchOf } from '../src/core/commands';
import { evaluateFrame } from '../src/core/evaluate';
import { readProjectFile, type Project } from '../src/core/model';
import { createDocument } from '../src/workers/picture/document';
import { best, inTurns, type Figure } from './seeded';

const AROUND = { faces: () => null, purpose: 'output' } as const;

function read(compositions: readonly object[]): Project {
  const project = readProjectFile({ format: 'oak-tumble/project', version: 2, name: 'Measured', compositions });
  if (!project.ok) throw new Error('The measured project does not read.');
  return project.value;
}

const shape = (i: number, keys: number, more: object = {}) => ({ id: `s${i}`, name: `S${i}`, kind: 'shape', channels: { x: { keys: Array.from({ length: keys }, (_, k) => ({ id: `k${k}`, at: k * 3, value: (k * 37) % 640 })) } }, ...more });

/** A move of a key: the worker's document with the gesture, and the frame that shows it. */
function keyDragged(keys: number): () => void {
  const document = createDocument();
  document.take(read([{ id: 'main', name: 'Main', duration: 60_000, layers: [shape(0, keys)] }]), 1);
  document.begin({ event: 'time.shift', args: { composition: 'main', slide: [], trimStart: [], trimEnd: [], keys: [{ layer: 's0', track: 'x', key: 'k5' }], markers: [], by: 0 } }, {});
  let by = 0;
  return () => {
    document.pull({ by: (by = (by + 0.01) % 1) });
    evaluateFrame(document.seen()!, 'main', 12, AROUND);
  };
}

/** So many filled rectangles, five of their channels keyed each. */
function crowd(layers: number): Project {
  const keyed = (i: number, low: number, high: number) => ({ keys: [0, 40, 80, 120].map((at) => ({ id: `k${at}`, at, value: low + ((i * 37 + at) % (high - low)), left: 'smooth', right: 'smooth' })) });
  return read([{ id: 'main', name: 'Main', duration: 300, layers: Array.from({ length: layers }, (_, i) => ({ id: `s${i}`, name: `S${i}`, kind: 'shape', channels: { x: keyed(i, 0, 1280), y: keyed(i, 0, 720), rotation: keyed(i, 0, 360), scaleX: keyed(i, 60, 140), opacity: keyed(i, 40, 100) }, fill: { channels: { colour: { value: [0.4, 0.2, 0.1, 1] } } } })) }]);
}

/** A chain of nests so deep, with a looped shape at its end. */
function deep(depth: number): Project {
  return read([...Array.from({ length: depth }, (_, i) => ({ id: i === 0 ? 'main' : `c${i}`, name: `C${i}`, duration: 300, layers: [{ id: 'n', name: 'N', kind: 'nest', source: i + 1 < depth ? `c${i + 1}` : 'end', timing: [{ op: 'speed', rate: 0.99 }] }] })), { id: 'end', name: 'End', duration: 300, layers: [shape(0, 20)] }]);
}

function evaluated(project: Project): () => void {
  let at = 0;
  return () => { for (let i = 0; i < 20; i++) evaluateFrame(project, 'main', (at = (at + 0.37) % 290), AROUND); };
}

/** What the prepared scene costs as things grow: nothing more than they do. */
export function measureScene(): readonly Figure[] {
  const figures: Figure[] = [];
  const growth = (what: string, bar: number, many: () => void, few: () => void) => {
    for (let i = 0; i < 5; i++) { many(); few(); few(); few(); few(); }
    // The smaller one four times in a row: both sides give the machine as much to tidy up.
    const [a, four] = inTurns(25, many, () => { few(); few(); few(); few(); });
    const b = four / 4;
    figures.push({ what, measured: `ratio ${(a / b).toFixed(1)} (${a.toFixed(2)} ms : ${b.toFixed(2)} ms)`, bar: `≤ ${bar}`, held: a / b <= bar });
  };
  const times = (n: number, run: () => void) => () => { for (let i = 0; i < n; i++) run(); };
  growth('A key of 20,000 dragged, a move in the worker, against a key of 10', 3, times(10, keyDragged(20_000)), times(10, keyDragged(10)));
  growth('Evaluating 800 layers against 200', 5, evaluated(crowd(800)), evaluated(crowd(200)));
  growth('Evaluating 3,200 layers against 800', 5, evaluated(crowd(3200)), evaluated(crowd(800)));
  growth('Evaluating 12,800 layers against 3,200', 5, evaluated(crowd(12_800)), evaluated(crowd(3200)));
  growth('Evaluating nests 24 deep against 6', 5, evaluated(deep(24)), evaluated(deep(6)));
  growth('Evaluating layers of 400 keys against 100', 5, evaluated(read([{ id: 'main', name: 'Main', duration: 2000, layers: Array.from({ length: 60 }, (_, i) => shape(i, 400)) }])), evaluated(read([{ id: 'main', name: 'Main', duration: 2000, layers: Array.from({ length: 60 }, (_, i) => shape(i, 100)) }])));
  const seenAt = (moments: number) => {
    const project = read([{ id: 'main', name: 'Main', duration: 6000, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', spans: [[0, 6000]] }] }, { id: 'reel', name: 'Reel', duration: 6000, layers: Array.from({ length: 40 }, (_, i) => shape(i, 30)) }]);
    for (let at = 0; at < moments; at++) evaluateFrame(project, 'main', at, AROUND);
    return best(5, () => { for (let at = 0; at < moments; at++) evaluateFrame(project, 'main', at, AROUND); }) / moments;
  };
  const [many, few] = [seenAt(5000), seenAt(1000)];
  figures.push({ what: 'A use of a nest seen at 5,000 times against a use of one seen at 1,000', measured: `ratio ${(many / few).toFixed(2)} (${(many * 1000).toFixed(1)} µs : ${(few * 1000).toFixed(1)} µs)`, bar: '≤ 1.5', held: many / few <= 1.5 });
  const leaves = read([{ id: 'main', name: 'Main', duration: 6000, layers: [{ id: 'n', name: 'N', kind: 'nest', source: 'reel', spans: [[0, 6000]] }] }, { id: 'reel', name: 'Reel', duration: 6000, layers: Array.from({ length: 1000 }, (_, i) => shape(i, 30)) }]);
  const heap = () => { (globalThis as { gc?: () => void }).gc?.(); return process.memoryUsage().heapUsed / 1e6; };
  evaluateFrame(leaves, 'main', 0, AROUND);
  const before = heap();
  for (let at = 1; at < 6000; at++) evaluateFrame(leaves, 'main', at, AROUND);
  const grown = heap() - before;
  figures.push({ what: '1,000 moving layers in a nest, scrubbed over 6,000 frames: remembered values', measured: `${grown.toFixed(0)} MB`, bar: '< 128 MB', held: grown < 128 });
  const renamed = applyPatches(leaves, [patchOf(['compositions', 'by', 'reel', 'layers', 'by', 's3', 'name'], 'S3', 'Other')]).project;
  const again = best(5, () => evaluateFrame(renamed, 'main', 5999, AROUND));
  figures.push({ what: 'The same frame after one of them got another name', measured: `${again.toFixed(2)} ms`, bar: 'told', held: true });
  return figures;
}
