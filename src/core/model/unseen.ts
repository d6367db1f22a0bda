/** Fields whose text may run over several lines. */
const LINES = new Set(['note', 'value', 'formula', 'source', 'arrives']);

/**
 * Plain data without control characters, which nobody can see and some stores cannot hold. The first version let them in;
 * what it kept is cleaned as it is opened, since nobody would want to lose a film to a bell in a name.
 */
export function withoutUnseen(value: unknown, field = ''): unknown {
  if (typeof value === 'string') return LINES.has(field) ? value.replace(/[^\P{Cc}\n\r\t]/gu, '') : value.replace(/\p{Cc}/gu, ' ');
  if (Array.isArray(value)) return value.map((one) => withoutUnseen(one, field));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, withoutUnseen(inner, key)]));
}
