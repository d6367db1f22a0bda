import { change, newProjectRequest, sendChange } from '../../wire';

/** What requests may say, by the name under which a child knows it. */
export const BODIES = { change, newProject: newProjectRequest, sendChange } as const;
export type BodyName = keyof typeof BODIES;
