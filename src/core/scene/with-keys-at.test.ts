import fc from 'fast-check';
import { expect, test } from 'vitest';
import { projectOf } from '../../../tests/support/projects';
import { applyPatches, moveKeys } from '../commands';
import { channelSampler, trackAt, withKeysAt } from '.';

const film = (fields: object) => projectOf([{ id: 'main', name: 'Main', layers: [{ id: 'a', name: 'A', kind: 'null', channels: { x: { keys: Array.from({ length: 900 }, (_, i) => ({ id: `k${i}`, at: i * 4, value: (i * 53) % 90, ...(i % 3 === 0 ? { right: 'smooth', left: 'smooth' } : i % 7 === 0 ? { right: 'hold' } : {}) })), ...fields } } }] }] as never);
const long = film({});
const x = (project: typeof long) => trackAt(project, project.compositions.by['main']!.layers.by['a']!, 'x')!.channel!;

test('a few keys dragged in a long channel: the same values everywhere as when they are let go', () => {
  let jumped = 0;
  fc.assert(fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 899 }), { minLength: 1, maxLength: 12 }), fc.oneof(fc.integer({ min: -9, max: 9 }), fc.integer({ min: -3700, max: 3700 })), (chosen, by) => {
    if (by === 0) return;
    if (Math.abs(by) > 40) jumped++;
    const draft = moveKeys(long, 'main', chosen.map((i) => ({ layer: 'a', track: 'x', key: `k${i}` })), by)!;
    const then = channelSampler(x(applyPatches(long, draft.patches).project), 'N');
    const now = channelSampler(withKeysAt(x(long), 'N', new Map(chosen.map((i) => [`k${i}`, i * 4 + by]))), 'N');
    for (let at = -40; at < 3640; at += 0.75) if (now(at) !== then(at)) throw new Error(`${chosen} by ${by}: ${now(at)} is not ${then(at)} at ${at}`);
  }), { seed: 8, numRuns: 200 });
  expect(jumped).toBeGreaterThan(40);
});
