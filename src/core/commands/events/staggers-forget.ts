import { defineCommand } from '../document/command';
import { forgetStagger } from '../staggers/set-stagger';

export const staggersForget = defineCommand({
  event: 'staggers.forget',
  title: 'Forget that layers are staggered; they stay where they are',
  args: (s) => s.z.strictObject({ composition: s.id, stagger: s.id }),
  draft: (project, { composition, stagger }) => forgetStagger(project, composition, stagger),
});
