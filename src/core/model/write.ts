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
  const line = JSON.stringify(value);
  if (line.length + indent.length <= WIDTH || value === null || typeof value !== 'object') return line;
  const inner = `${indent} `;
  if (Array.isArray(value)) return `[\n${value.map((one) => inner + pack(one, inner)).join(',\n')}\n${indent}]`;
  const fields = Object.entries(value).filter(([, field]) => field !== undefined);
  return `{\n${fields.map(([key, field]) => `${inner}${JSON.stringify(key)}: ${pack(field, inner)}`).join(',\n')}\n${indent}}`;
}
