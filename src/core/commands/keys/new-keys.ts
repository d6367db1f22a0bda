import type { Project } from '../../model';
import type { Draft } from '../document/change';
import { patchOf } from '../document/patch';

/** Says how new keys are shaped in this project. */
export function setNewKeys(project: Project, newKeys: Project['newKeys']): Draft | null {
  const words = { straight: 'straight', smooth: 'smooth', hold: 'held', drawn: 'as drawn' } as const;
  return project.newKeys === newKeys ? null : { event: 'project.keys', label: `New keys are ${words[newKeys]}`, patches: [patchOf(['newKeys'], project.newKeys, newKeys)] };
}
