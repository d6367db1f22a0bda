import * as z from 'zod';
import { argumentSchemas, COMMANDS, type Command } from '../../core/commands';
import { readOptions } from '../options';
import type { Verb } from '../verb';

const usage = 'commands';

export const commands: Verb = {
  name: 'commands',
  usage,
  about: 'every edit: its event, title and the JSON Schema of its arguments',
  run(args) {
    readOptions(args, {}, 0, usage);
    const schemas = argumentSchemas();
    const list = (COMMANDS as unknown as readonly Command<string, object>[]).map(({ event, title, about, args: of }) => {
      const { $schema: _, ...schema } = z.toJSONSchema(of(schemas), { io: 'input', unrepresentable: 'any' });
      return { event, title, arguments: about === 'project' ? schema : inTheFilm(schema) };
    });
    const none = { type: 'object', properties: {}, additionalProperties: false };
    return Promise.resolve([...list, { event: 'history.undo', title: 'Take back the step before (in a script)', arguments: none }, { event: 'history.redo', title: 'Do again what was taken back (in a script)', arguments: none }]);
  },
};

/** Without a composition the film itself is meant. */
function inTheFilm(schema: Readonly<Record<string, unknown>>): object {
  const required = (schema['required'] as readonly string[] | undefined)?.filter((name) => name !== 'composition');
  const properties = schema['properties'] as Readonly<Record<string, object>>;
  return { ...schema, ...(required ? { required } : {}), properties: { ...properties, composition: { ...properties['composition'], description: 'An id, or a name that only one has; the film when left out.' } } };
}
