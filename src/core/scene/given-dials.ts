import { member, type LayerOf, type Project } from '../model';
import { holdsKind, tracksOf, type Track } from './tracks';

/** Whether the source of a nest has the dial that it is given, for all to see. */
function isOffered(project: Project, nest: LayerOf<'nest'>, { address }: Track): boolean {
  const [layer, dial] = address.split('/') as [string, string];
  const holder = member(project.compositions.by, nest.source)?.layers.by[layer];
  return holder?.kind === 'dials' && (member(holder.dials.by, dial)?.public ?? false);
}

/** The public dials of what a nest shows that it sets for itself, as its tracks: by `layer/dial`, with what it gives. */
export function givenDials(project: Project, nest: LayerOf<'nest'>): readonly Track[] {
  return tracksOf(project, nest).filter((track) => track.path[0] === 'dials' && track.spec.clock === 'source' && track.channel !== null && isOffered(project, nest, track) && holdsKind(track.spec.type, track.channel.value));
}
