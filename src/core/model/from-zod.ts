import type * as z from 'zod';
import type { Issue } from './issue';
import { placeOf } from './place';

/** At most this many refusals are told at once; the rest are usually the same mistake. */
const TOLD = 20;

/** Zod's issues as ours, with places a person can find. */
export function issuesFromZod(error: z.ZodError, raw: unknown): readonly Issue[] {
  return error.issues.flatMap((issue) => fromOne(issue, raw, [])).slice(0, TOLD);
}

function fromOne(issue: z.core.$ZodIssue, raw: unknown, before: readonly PropertyKey[]): readonly Issue[] {
  const path = [...before, ...issue.path];
  const place = placeOf(raw, path);
  switch (issue.code) {
    case 'unrecognized_keys':
      return issue.keys.map((field) => ({ kind: 'unknown-field', place, field }));
    case 'invalid_union': {
      if (issue.discriminator !== undefined) {
        return [{ kind: 'unknown-kind', place, known: knownKinds(issue) }];
      }
      // The branch that came closest says what is wrong: the deepest path, then the fewest complaints.
      const best = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0];
      return best && depth(best) > 0 ? best.flatMap((inner) => fromOne(inner, raw, path)) : [{ kind: 'wrong', place, message: wanted(issue, raw, path) }];
    }
    default:
      return [{ kind: 'wrong', place, message: wanted(issue, raw, path) }];
  }
}

function depth(issues: readonly z.core.$ZodIssue[]): number {
  return Math.max(0, ...issues.map((issue) => issue.path.length));
}

function knownKinds(issue: z.core.$ZodIssue): readonly string[] {
  return ((issue as { options?: readonly unknown[] }).options ?? []).map(String);
}

/** What was wanted and what was found, in plain words. */
function wanted(issue: z.core.$ZodIssue, raw: unknown, path: readonly PropertyKey[]): string {
  const found = path.reduce<unknown>((here, step) => (here as Record<PropertyKey, unknown> | null | undefined)?.[step], raw);
  const shown = found === undefined ? 'nothing' : JSON.stringify(found)?.slice(0, 60);
  switch (issue.code) {
    case 'custom':
      return issue.message;
    case 'invalid_type':
      return `it should be ${ARTICLES[issue.expected] ?? issue.expected}, and is ${shown}`;
    case 'too_small':
      return `it should be ${issue.inclusive === false ? 'over' : 'at least'} ${issue.minimum}, and is ${shown}`;
    case 'too_big':
      return `it should be at most ${issue.maximum}, and is ${shown}`;
    case 'invalid_value':
      return `it should be ${issue.values.map((value) => JSON.stringify(value)).join(' or ')}, and is ${shown}`;
    case 'invalid_format':
      return issue.message.startsWith('Invalid') ? `${shown} is not written as it should be` : `${issue.message}, and this is ${shown}`;
    default:
      return `${shown} cannot stand here`;
  }
}

const ARTICLES: Readonly<Record<string, string>> = {
  number: 'a number', string: 'a text', boolean: 'true or false', array: 'a list', object: 'an object', int: 'a whole number', tuple: 'a list', record: 'an object', nonoptional: 'given',
};
