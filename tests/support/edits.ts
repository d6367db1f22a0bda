import { expect } from 'vitest';
import { applyPatches, NO_MOMENTS, shiftMoments, validateTouched, type Draft, type Refused } from '../../src/core/commands';
import type { Project } from '../../src/core/model';

/** A film after an edit that must have something to do, must fit, and must leave the document whole. */
export function done(project: Project, draft: Draft | Refused | null): Project {
  if (!draft || 'refused' in draft) throw new Error(draft?.refused ?? 'nothing to do');
  const { project: next, clashes } = applyPatches(project, draft.patches);
  expect(clashes).toEqual([]);
  expect(validateTouched(next, draft.patches)).toEqual([]);
  return next;
}

/** Layers slid in time. */
export function slideLayers(project: Project, composition: string, ids: readonly string[], by: number): Draft | null {
  return shiftMoments(project, composition, { ...NO_MOMENTS, slide: ids }, by);
}

/** One end of layers' bars moved. */
export function trimLayers(project: Project, composition: string, ids: readonly string[], end: 'start' | 'end', by: number): Draft | null {
  return shiftMoments(project, composition, end === 'start' ? { ...NO_MOMENTS, trimStart: ids } : { ...NO_MOMENTS, trimEnd: ids }, by);
}
