import * as z from 'zod';
import { argumentSchemas, COMMANDS } from '../../core/commands';
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
    const list = COMMANDS.map(({ event, title, args: of }) => ({ event, title, arguments: withDefaults(z.toJSONSchema(of(schemas), { io: 'input', unrepresentable: 'any' })) }));
    const none = { type: 'object', properties: {}, additionalProperties: false };
    return Promise.resolve([...list, { event: 'history.undo', title: 'Take back the step before (in a script)', arguments: none }, { event: 'history.redo', title: 'Do again what was taken back (in a script)', arguments: none }]);
  },
};

/** Without a composition the film itself is meant. */
function withDefaults({ $schema: _, ...schema }: Record<string, unknown>): object {
  const required = (schema['required'] as readonly string[] | undefined)?.filter((name) => name !== 'composition');
  const properties = schema['properties'] as Readonly<Record<string, object>>;
  return { ...schema, ...(required ? { required } : {}), properties: 'composition' in properties ? { ...properties, composition: { ...properties['composition'], description: 'An id, or a name that only one has; the film when left out.' } } : properties };
}
