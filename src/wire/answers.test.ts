import type * as z from 'zod';
import { describe, expect, test } from 'vitest';
import { changeAnswer, changesSince, keptMedia, listProjects, madeProject, missingMedia, namedProject, openedProject, refusal, reloadWanted } from '.';
import { isChangeAnswer, isChangesSince, isKeptMedia, isListProjects, isMadeProject, isMissingMedia, isNamedProject, isOpenedProject, isRefusal, isReloadWanted, type Reader } from './answers';

const change = { id: 'abcdefgh-1', version: 2, event: 'keys.move', label: 'Move 1 key', patches: [{ path: ['name'], from: 'a', to: { b: [1] } }, { path: ['x', 'y'] }] };
const numbered = { revision: 3, change };
const CONTRACTS: readonly (readonly [string, z.ZodType, Reader<unknown>, object])[] = [
  ['refusal', refusal, isRefusal, { message: 'No.' }],
  ['reload', reloadWanted, isReloadWanted, { message: 'Reload.', reload: true }],
  ['opened', openedProject, isOpenedProject, { id: 'p', revision: 4, project: { name: 'x' } }],
  ['made', madeProject, isMadeProject, { id: 'p', name: 'N', missing: ['a.png'] }],
  ['named', namedProject, isNamedProject, { id: 'p' }],
  ['kept', keptMedia, isKeptMedia, { hash: 'h', mime: 'image/png', bytes: 9 }],
  ['missing', missingMedia, isMissingMedia, { missing: [] }],
  ['list', listProjects, isListProjects, { projects: [{ id: 'p', name: 'N', revision: 1, changedAt: 't', main: { id: 'm', width: 1, height: 2, rate: [30, 1], duration: 9 }, compositions: 1 }, { id: 'q', name: 'M', revision: 0, changedAt: 't', main: null, compositions: 0 }] }],
  ['since', changesSince, isChangesSince, { revision: 3, changes: [numbered], more: false }],
  ['applied', changeAnswer, isChangeAnswer, { kind: 'applied', revision: 3, missed: [numbered] }],
  ['behind', changeAnswer, isChangeAnswer, { kind: 'behind', missed: [numbered] }],
  ['conflict', changeAnswer, isChangeAnswer, { kind: 'conflict', revision: 3, missed: [], conflicts: ['it is gone'] }],
  ['more', changeAnswer, isChangeAnswer, { kind: 'more', next: 2 }],
];

/** An answer with one thing in it wrong, each thing in turn: of another kind, gone, or one too many. */
function* spoilt(value: unknown): Generator<unknown> {
  yield value === null ? 7 : null;
  yield typeof value === 'number' ? value + 0.5 : 7.5;
  if (Array.isArray(value)) for (let i = 0; i < value.length; i++) for (const one of spoilt(value[i])) yield value.map((old: unknown, k) => (k === i ? one : old));
  else if (value !== null && typeof value === 'object') {
    yield { ...value, glitter: 1 };
    for (const [key, inner] of Object.entries(value)) {
      const { [key]: _, ...rest } = value as Record<string, unknown>;
      yield rest;
      for (const one of spoilt(inner)) yield { ...value, [key]: one };
    }
  }
}

describe.each(CONTRACTS)('%s', (_, schema, isIt, sample) => {
  test('is read by hand as its schema says', () => {
    expect([schema.safeParse(sample).success, isIt(sample)]).toEqual([true, true]);
    let refused = 0;
    for (const wrong of spoilt(sample)) {
      // The schema fills in the version that the first pages did not say; answers always say it.
      if (JSON.stringify(wrong)?.includes('"patches"') && !JSON.stringify(wrong).includes('"version"')) continue;
      // By hand a field that may hold anything must still be there.
      const strict = schema.safeParse(wrong).success && !(schema === openedProject && (wrong as { project?: unknown }).project === undefined);
      expect(isIt(wrong), JSON.stringify(wrong)).toBe(strict);
      if (!strict) refused++;
    }
    expect(refused).toBeGreaterThan(3);
  });
});
