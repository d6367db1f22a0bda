import type * as z from 'zod';

/** The value without what its schema would fill in anyway. Walks the schema, so that no default is written twice. */
export function dropDefaults(schema: z.core.$ZodType, value: unknown): unknown {
  const { def } = (schema as z.core.$ZodTypes)._zod;
  switch (def.type) {
    case 'default':
    case 'prefault':
    case 'optional':
    case 'nullable':
      return value === null ? value : dropDefaults(def.innerType, value);
    case 'array':
      return (value as unknown[]).map((one) => dropDefaults(def.element, one));
    case 'record':
      return mapValues(value as object, (inner) => dropDefaults(def.valueType, inner));
    case 'object':
      return dropFields(def.shape, value as Record<string, unknown>);
    case 'union': {
      const options = def.options as readonly z.core.$ZodType[];
      const fitting = options.find((option) => matches(option, value)) ?? options.find((option) => (option as z.ZodType).safeParse(value).success);
      return fitting ? dropDefaults(fitting, value) : value;
    }
    default:
      return value;
  }
}

function dropFields(shape: Readonly<Record<string, z.core.$ZodType>>, value: Record<string, unknown>): unknown {
  const kept: Record<string, unknown> = {};
  // In the order of the schema, so that the same document is the same text, however it came about.
  for (const field of [...Object.keys(shape), ...Object.keys(value).filter((one) => !Object.hasOwn(shape, one))]) {
    const [schema, inner] = [shape[field], value[field]];
    if (inner === undefined) continue;
    const written = schema ? dropDefaults(schema, inner) : inner;
    if (schema && isDefault(schema, inner, written)) continue;
    kept[field] = written;
  }
  return kept;
}

function isDefault(schema: z.core.$ZodType, value: unknown, written: unknown): boolean {
  const { def } = (schema as z.core.$ZodTypes)._zod;
  if (def.type !== 'default' && def.type !== 'prefault') return false;
  return same(value, def.defaultValue) || (isPlain(def.defaultValue) && same(written, def.defaultValue));
}

/** A member of a discriminated union fits when its literal fields do: `kind`, `op`, `type`. */
function matches(option: z.core.$ZodType, value: unknown): boolean {
  const { def } = (option as z.core.$ZodTypes)._zod;
  if (def.type !== 'object' || !isPlain(value)) return false;
  const literals = Object.entries(def.shape).filter(([, inner]) => (inner as z.core.$ZodTypes)._zod.def.type === 'literal');
  return literals.length > 0 && literals.every(([field, inner]) => ((inner as z.core.$ZodLiteral)._zod.def.values as unknown[]).includes((value as Record<string, unknown>)[field]));
}

function isPlain(value: unknown): value is object {
  return value !== null && typeof value === 'object' && !Array.isArray(value);
}

function mapValues(value: object, by: (inner: unknown) => unknown): unknown {
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)).map(([key, inner]) => [key, by(inner)]));
}

function same(a: unknown, b: unknown): boolean {
  return a === b || (typeof a === 'object' && JSON.stringify(a) === JSON.stringify(b));
}
