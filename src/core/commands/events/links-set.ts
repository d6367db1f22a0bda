import { defineCommand } from '../document/command';
import { linkTracks } from '../formulas/link';

export const linksSet = defineCommand({
  event: 'links.set',
  title: 'Let tracks follow another: so many times as much (`gain`), so much more (`plus`), so many frames later; `through` names nests on the way to it',
  args: (s) => s.z.strictObject({
    composition: s.id, tracks: s.tracks, to: s.z.strictObject({ layer: s.id, track: s.id, through: s.z.array(s.id).optional() }),
    gain: s.z.number().default(1), plus: s.z.number().default(0), later: s.z.number().default(0),
  }),
  draft: (project, { composition, tracks, to, gain, plus, later }) => linkTracks(project, composition, tracks, { layer: to.layer, track: to.track, through: to.through ?? [] }, { gain, plus, later }),
});
