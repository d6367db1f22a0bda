import { applyPatches, deleteLayers, splitLayers, takeBack, type Draft } from '../src/core/commands';
import { checkProject } from '../src/core/checks';
import { newComposition, newNest, newNull, newProject, type Composition, type Project } from '../src/core/model';
import { inTurns, type Figure } from './seeded';

const FEW = 400;
const MANY = FEW * 4;
const DEEP = 50;

function film(layers: number): Project {
  const main = newComposition('main', 'Main', { width: 1280, height: 720, rate: [30, 1], duration: 300 });
  const list = Array.from({ length: layers }, (_, i) => newNull(`l${i}`, `L${i}`, [[0, 200]], { x: i }));
  return newProject('Many', { ...main, layers: { order: list.map((layer) => layer.id), by: Object.fromEntries(list.map((layer) => [layer.id, layer])) } } as Composition);
}

/** Four times as many layers may take five times as long, and no more. */
export function measureGrowth(): readonly Figure[] {
  const works: readonly (readonly [what: string, work: (project: Project) => () => void])[] = [
    ['Splitting all of them', (project) => {
      let count = 0;
      return () => void splitLayers(project, 'main', project.compositions.by['main']!.layers.order, 100, () => `n${++count}`);
    }],
    ['Taking back a deletion of half of them, with another window’s layers put in between', (project) => {
      const { order } = project.compositions.by['main']!.layers;
      const draft = deleteLayers(project, 'main', order.filter((_, i) => i % 2 === 0)) as Draft;
      const deleted = applyPatches(project, draft.patches).project;
      const main = deleted.compositions.by['main']!;
      const more = Array.from({ length: order.length / 4 }, (_, i) => newNull(`m${i}`, `M${i}`, [[0, 9]], {}));
      const mixed = main.layers.order.flatMap((id, i) => (i % 2 === 0 && more[i / 2] ? [id, more[i / 2]!.id] : [id]));
      const layers = { order: mixed, by: { ...main.layers.by, ...Object.fromEntries(more.map((layer) => [layer.id, layer])) } };
      const meanwhile = { ...deleted, compositions: { ...deleted.compositions, by: { main: { ...main, layers } } } };
      return () => void applyPatches(meanwhile, takeBack(meanwhile, draft).draft.patches);
    }],
  ];
  const deep = (n: number): (() => void) => {
    const compositions = Array.from({ length: n }, (_, i) => {
      const main = newComposition(`c${i}`, `C${i}`, { width: 640, height: 360, rate: [30, 1], duration: 300 });
      const layer = i === n - 1 ? newNull('w', 'W', [[0, 300]], { x: 3 }) : newNest('n', 'N', [[0, 300]], `c${i + 1}`, {});
      return { ...main, layers: { order: [layer.id], by: { [layer.id]: layer } } } as Composition;
    });
    const project = newProject('Deep', compositions[0]!);
    // Nothing is remembered of a project that is new.
    return () => void checkProject({ ...project, compositions: { order: compositions.map(({ id }) => id), by: Object.fromEntries(compositions.map((one) => [one.id, { ...one }])) } });
  };
  const [manyDeep, fewDeep] = [deep(DEEP * 4), deep(DEEP)];
  // What is run for the first time is still being made ready by the machine.
  for (let i = 0; i < 4; i++) { manyDeep(); fewDeep(); }
  const [many, few] = inTurns(9, manyDeep, fewDeep);
  const depth: Figure = { what: `All checks of nests in each other: ${DEEP * 4} deep against ${DEEP}`, measured: `ratio ${(many / few).toFixed(1)} (${many.toFixed(1)} ms : ${few.toFixed(1)} ms)`, bar: '≤ 5', held: many / few <= 5 };
  return [depth, ...works.map(([what, prepare]): Figure => {
    const [many, few] = inTurns(9, prepare(film(MANY)), prepare(film(FEW)));
    return { what: `${what}: ${MANY} layers against ${FEW}`, measured: `ratio ${(many / few).toFixed(1)} (${many.toFixed(1)} ms : ${few.toFixed(1)} ms)`, bar: '≤ 5', held: many / few <= 5 };
  })];
}
