import { dropDefaults } from './drop-defaults';
import { fromMemory } from './lists';
import type { Composition, Layer, Project } from './project';
import { layer as layerSchema } from './schema/layers';
import { projectFile } from './schema/project';

/** The project in file form, defaults left out. */
export function toProjectFile(project: Project): unknown {
  const file = fromMemory(project) as { main: string; compositions: FileComposition[] };
  const compositions = file.compositions.map(leaveOutWholes);
  return dropDefaults(projectFile, { ...file, compositions });
}

/** The text of a project file: a line for every key and operator would drown the rest, so it is packed by width. */
export function writeProject(project: Project): string {
  return `${pack(toProjectFile(project), '')}\n`;
}

/** One layer in file form, defaults left out. */
export function toLayerFile(layer: Layer): unknown {
  return dropDefaults(layerSchema, fromMemory(layer));
}

type FileComposition = { range?: unknown; duration: number; layers: { spans?: unknown }[] } & Partial<Composition>;

/** A range or a span over the whole composition is what reading fills in. */
function leaveOutWholes(composition: FileComposition): unknown {
  const isWhole = (span: unknown) => JSON.stringify(span) === JSON.stringify([0, composition.duration]);
  const { range, ...rest } = composition;
  return { ...rest, ...(isWhole(range) ? {} : { range }), layers: composition.layers };
}

const WIDTH = 120;

function pack(value: unknown, indent: string): string {
  const line = lineOf(value, WIDTH - indent.length);
  if (line !== null) return line;
  if (value === null || typeof value !== 'object') return JSON.stringify(value);
  const inner = `${indent} `;
  if (Array.isArray(value)) return `[\n${value.map((one) => inner + pack(one, inner)).join(',\n')}\n${indent}]`;
  const fields = Object.entries(value).filter(([, field]) => field !== undefined);
  return `{\n${fields.map(([key, field]) => `${inner}${JSON.stringify(key)}: ${pack(field, inner)}`).join(',\n')}\n${indent}}`;
}

/** A value on one line, or null as soon as it is known to be longer than the room: each part is looked at about once, however deep it lies. */
function lineOf(value: unknown, room: number): string | null {
  let line: string;
  if (value === null || typeof value !== 'object') line = JSON.stringify(value) ?? 'null';
  else {
    const isList = Array.isArray(value);
    let inside = '';
    for (const [key, inner] of Object.entries(value)) {
      if (inner === undefined && !isList) continue;
      const before = `${inside === '' ? '' : ','}${isList ? '' : `${JSON.stringify(key)}:`}`;
      const part = lineOf(inner, room - 2 - inside.length - before.length);
      if (part === null) return null;
      inside += before + part;
    }
    line = isList ? `[${inside}]` : `{${inside}}`;
  }
  return line.length <= room ? line : null;
}
