import { member, type Composition, type Project } from '../model';
import type { Draft } from './change';
import { compositionPath } from './paths';
import { patchOf } from './patch';

/** Sets or takes away the tempo of a composition. */
export function setTempo(project: Project, compositionId: string, tempo: Composition['tempo']): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || JSON.stringify(composition.tempo) === JSON.stringify(tempo)) return null;
  const label = tempo ? `Set tempo to ${tempo.bpm} bpm` : 'Take the tempo away';
  return { event: 'composition.tempo', label, patches: [patchOf([...compositionPath(compositionId), 'tempo'], composition.tempo, tempo)] };
}
