import { activity } from '../scene';
import type { Composition, Project } from '../model';
import { framesPerSecond } from '../time';
import { defineCheck, type Finding } from './problem';

/** A tail is told that is a second long at the least, and this share of the whole. */
const SHARE = 0.2;

export const stillTail = defineCheck({
  code: 'still-tail',
  about: 'A composition in which nothing moves any more well before it ends.',
  find: findIn,
});

function findIn(project: Project, composition: Composition): readonly Finding[] {
  const counts = activity(project, composition.id);
  let last = counts.length - 1;
  while (last > 0 && counts[last] === 0) last--;
  const still = composition.duration - 1 - last;
  if (last <= 0 || still < framesPerSecond(composition.rate) || still < SHARE * composition.duration) return [];
  return [{
    where: { composition: composition.id, frame: last + 1 },
    message: `Nothing moves in “${composition.name}” from frame ${last + 1} on: its last ${still} frames are one picture.`,
    fix: 'Make it shorter, or loop something to fill it.',
  }];
}
