import { describe, expect, test } from 'vitest';
import { readdirSync } from 'node:fs';
import { UPGRADES, upgradeFile, upgradePatches } from '.';
import { VERSION } from '../version';

test('every version leads to this one, a step each, in a file each', () => {
  expect(UPGRADES.map(({ from }) => from)).toEqual(Array.from({ length: VERSION - 1 }, (_, i) => i + 1));
  expect(readdirSync('src/core/model/upgrades').filter((name) => /^\d+-to-\d+\.ts$/.test(name)).length).toBe(UPGRADES.length);
  expect(upgradeFile(VERSION, { version: 1, name: 'T' })).toEqual({ version: VERSION, name: 'T' });
});

describe('a change of version 1', () => {
  const layer = ['compositions', 'by', 'main', 'layers', 'by', 'l'];
  const filled = (path: readonly string[], to: unknown) => upgradePatches(1, [{ path, to }])[0]!.to;
  test('has what its values lack filled in, however deep', () => {
    const channel = { value: 1, keys: {} };
    expect(filled([...layer, 'channels', 'x'], channel)).toEqual({ closed: false, ...channel });
    expect(filled(layer, { kind: 'text', channels: { x: channel }, masks: { order: ['m'], by: { m: { id: 'm', channels: { feather: channel } } } }, timing: { order: ['t'], by: { t: { op: 'loop' } } }, fill: { channels: {}, stops: { order: ['s'], by: { s: { channels: { at: channel } } } } } })).toMatchObject({
      letters: null, pose: null, joint: null, turnBy: 0, mirrorAt: null, channels: { x: { closed: false } }, masks: { by: { m: { name: '', channels: { feather: { closed: false } } } } },
      timing: { by: { t: { tracks: null, until: null, then: 'stay' } } }, fill: { stops: { by: { s: { channels: { at: { closed: false } } } } } },
    });
    expect(filled(['compositions', 'by', 'c'], { name: 'C', layers: { order: ['n'], by: { n: { kind: 'nest', dials: { 'desk/pace': channel } } } } })).toMatchObject({ tries: { order: [] }, layers: { by: { n: { travel: null, dials: { 'desk/pace': { closed: false } } } } } });
    expect(filled([...layer, 'timing', 'by', 't'], { op: 'step' })).toEqual({ op: 'step', tracks: null, cuts: [] });
    expect(filled([...layer, 'effects', 'by', 'e'], { kind: 'blur' })).toEqual({ name: '', kind: 'blur' });
  });
  test('keeps its leaves, its orders and what was not there as they are, and loses what nobody can see', () => {
    expect(upgradePatches(1, [{ path: [...layer, 'start'], from: 0, to: 5 }])).toEqual([{ path: [...layer, 'start'], from: 0, to: 5 }]);
    expect(upgradePatches(1, [{ path: [...layer, 'dials', 'order'], from: [], to: ['a'] }, { path: [...layer, 'dials', 'by'], to: {} }])).toEqual([{ path: [...layer, 'dials', 'order'], from: [], to: ['a'] }, { path: [...layer, 'dials', 'by'], to: {} }]);
    expect(filled([...layer, 'name'], 'La\u0007mp\n2')).toBe('La mp 2');
    expect(filled([...layer, 'note'], 'one\ntwo\u0000')).toBe('one\ntwo');
  });
  test('one of this version is returned as it is', () => {
    const patches = [{ path: [...layer, 'channels', 'x'], to: { value: 1 } }];
    expect(upgradePatches(VERSION, patches)).toBe(patches);
  });
});
