import { readProjectFile, VERSION, sayIssue, type Project, type ProjectFileInput } from '../../src/core/model';

type CompositionInput = NonNullable<ProjectFileInput['compositions']>[number];
export type LayerInput = NonNullable<CompositionInput['layers']>[number];

/** A project from compositions in file form; throws with the words of a refusal. */
export function projectOf(compositions: readonly CompositionInput[], more: Partial<ProjectFileInput> = {}): Project {
  const read = readProjectFile({ format: 'oak-tumble/project', version: VERSION, name: 'Try', compositions, ...more });
  if (!read.ok) throw new Error(read.issues.map(sayIssue).join('\n'));
  return read.value;
}

/** A small film: a reel of 20 frames whose bar turns once, looped in Main beside a keyed lamp. */
export function smallFilm(): Project {
  return projectOf([
    {
      id: 'main', name: 'Main', duration: 100,
      layers: [
        { id: 'tram', name: 'Tram', kind: 'nest', source: 'reel', timing: [{ id: 'run', op: 'loop', to: 20 }], markers: [{ id: 'm', at: 30, name: 'arrive' }] },
        { id: 'lamp', name: 'Lamp', kind: 'shape', channels: { x: { keys: [{ id: 'a', at: 0, value: 0 }, { id: 'b', at: 20, value: 100 }, { id: 'c', at: 40, value: 50 }] }, y: { value: 10 } } },
        { id: 'child', name: 'Child', kind: 'shape', parent: 'lamp', channels: { x: { value: 5 } } },
      ],
    },
    { id: 'reel', name: 'Reel', width: 40, height: 20, duration: 20, layers: [{ id: 'bar', name: 'Bar', kind: 'shape', channels: { rotation: { keys: [{ at: 0, value: 0 }, { at: 20, value: 360 }] }, width: { value: 10 } } }] },
  ]);
}
