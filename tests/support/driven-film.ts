import fc from 'fast-check';
import { writtenName } from '../../src/core/formulas';
import { inOrder, type Composition, type Layer, type Project } from '../../src/core/model';
import { sourceOf, trackAt } from '../../src/core/scene';
import { randomFilm } from './random-film';

type Wish = { readonly comp: number; readonly layer: number; readonly track: string; readonly form: number; readonly one: number; readonly other: number };

const pick = <T>(list: readonly T[], i: number): T => list[i % list.length]!;
const name = (text: string) => writtenName({ name: text, quoted: false });

/** Something of a composition that a formula can read, by its name. */
function readable(project: Project, { layers }: Composition, i: number): string {
  const layer = pick(inOrder(layers), i);
  if (layer.kind === 'dials') return `${name(layer.name)}.${name(inOrder(layer.dials)[0]!.name)}`;
  if (layer.kind === 'audio') return '3';
  const inside = layer.kind === 'nest' && i % 2 === 0 ? project.compositions.by[layer.source] : undefined;
  const given = layer.kind === 'nest' && i % 3 === 0 ? Object.keys(layer.dials)[0] : undefined;
  const dial = given === undefined ? null : trackAt(project, layer, given);
  if (dial && dial.spec.label !== dial.address) return `${name(layer.name)}.${name(dial.spec.label)}`;
  const inner = inside && inOrder(inside.layers).find(({ kind }) => kind !== 'audio' && kind !== 'dials');
  if (inner) return `${name(layer.name)}/${name(inner.name)}.${pick(['x', 'turn', 'y'], i >> 2)}`;
  return `${name(layer.name)}.${pick(['x', 'rotation', 'y', 'position.x'], i >> 2)}`;
}

/** What formulas of random films say, of two things that they can read. */
const FORMS: readonly ((one: string, other: string) => string)[] = [
  (one) => `${one} * 0.5 + f`, (one) => `${one} @ (clock - 3f) + 1`, (one, other) => `mix(${one}, ${other}, progress(0s, 0.5s))`, (one) => `${one} + sine(1s) * 9`, (one, other) => `if(${one} > ${other}, t, clock) * 10`,
  (one) => `keyed + ${one} / 3`, () => 'self.y + noise(2, 3) * 5 + clock * 7', (one) => `let a = ${one}; a + since(1) * 2 // as it comes`, (one) => `${one} @ (clock * 50%)`, (one) => `parent.x + ${one}`, () => `when("arrive") * 10 + between("arrive", 1)`,
  () => 'f * 2 - 4f * 30', (one) => `length([${one}, 3])`, (one) => `index + count + ${one}`,
];

function driven(project: Project, { comp, layer: i, track, form, one, other }: Wish): Project {
  const host = pick(inOrder(project.compositions), comp);
  const layer = pick(inOrder(host.layers), i);
  const said = pick(FORMS, form)(readable(project, host, one), readable(project, host, other));
  // Who follows nobody has nobody to ask.
  const formula = layer.parent === null ? said.replace('parent.', 'self.') : said;
  const channels = layer.channels as Readonly<Record<string, object>>;
  const dials = layer.kind === 'nest' && sourceOf(project, host, layer) ? layer.dials as unknown as Readonly<Record<string, object>> : {};
  const changed = track === 'dial'
    ? { ...layer, dials: { ...dials, ...Object.fromEntries(Object.entries(dials).map(([address, channel]) => [address, { ...channel, formula }])) } }
    : channels[track] ? { ...layer, channels: { ...channels, [track]: { ...channels[track], formula } } } : layer;
  if (track === 'dial' && layer.kind !== 'nest') return project;
  return withLayer(project, host, changed as Layer);
}

function withLayer(project: Project, host: Composition, layer: Layer): Project {
  return { ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, [host.id]: { ...host, layers: { ...host.layers, by: { ...host.layers.by, [layer.id]: layer } } } } } };
}

/** The film without tracks that are closed: an edit lets their last key follow the first, whatever it was before. */
function opened(film: Project): Project {
  return JSON.parse(JSON.stringify(film).replaceAll('"limits":null,"closed":true', '"limits":null,"closed":false')) as Project;
}

/** Films by chance whose tracks, and the dials that their nests are given, are driven by formulas of one another. */
export const drivenFilm: fc.Arbitrary<Project> = fc.tuple(randomFilm, fc.array(fc.record({
  comp: fc.nat(9), layer: fc.nat(9), track: fc.constantFrom('x', 'y', 'rotation', 'opacity', 'width', 'dial'), form: fc.nat(FORMS.length - 1), one: fc.nat(40), other: fc.nat(40),
}), { minLength: 4, maxLength: 12 })).map(([film, wishes]) => wishes.reduce(driven, opened(film)));
