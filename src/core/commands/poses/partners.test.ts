import { describe, expect, test } from 'vitest';
import { projectOf } from '../../../../tests/support/projects';
import { applyPatches, partnerByName, work } from '..';

const film = (...names: readonly (readonly [string, string?])[]) => projectOf([{ id: 'main', name: 'Main', layers: names.map(([name, partner], i) => ({ id: `l${i}`, name, kind: 'shape', ...(partner ? { partner } : {}) })) }] as never);
const pairs = (project: ReturnType<typeof film>) => { const { layers } = project.compositions.by['main']!; return layers.order.map((id) => layers.by[id]!.partner); };
const made = (project: ReturnType<typeof film>, layers: readonly string[]) => { const { draft } = work(project, 'layers.partners', { composition: 'main', layers: [...layers] }, () => 'x'); return draft && 'refused' in draft ? draft.refused : draft && pairs(applyPatches(project, draft.patches).project); };

describe('partners by their names', () => {
  test.each([['Arm, left', 'Arm, right'], ['L arm', 'R arm'], ['leg_left', 'leg_right'], ['Wheel near', 'wheel FAR']])('%s and %s', (one, other) => {
    const project = film([one], ['Body'], [other]);
    expect(made(project, ['l0'])).toEqual(['l2', null, 'l0']);
    expect(made(project, ['l0', 'l1', 'l2'])).toEqual(['l2', null, 'l0']);
  });
  test('a word inside another is no side, and who has a partner is left with them', () => {
    const project = film(['Leftover'], ['Rightover'], ['Arm, left', 'l0'], ['Arm, right']);
    expect([0, 1, 2, 3].map((i) => partnerByName(project.compositions.by['main']!, project.compositions.by['main']!.layers.by[`l${i}`]!))).toEqual([null, null, null, null]);
    expect(made(project, ['l3'])).toMatch(/No names of these layers make a pair/);
  });
  test('several that would fit are none; two that are pointed at are partners whatever they are called', () => {
    const project = film(['Eye left'], ['Eye right'], ['Eye right']);
    expect(made(project, ['l0'])).toMatch(/No names/);
    expect(made(project, ['l0', 'l2'])).toEqual(['l2', null, 'l0']);
  });
});
