import type { Bounds } from '../../display';
import type { Frames, Span } from '../../time';
import type { Rider } from './nest-riders';

/** What goes into a new nest: layers whole, but for what rides outside; or each layer's picture alone into a nest of its own. */
export type NestChoice = {
  readonly name: string;
  readonly inside: 'all' | 'picture';
  /** The nest lasts as long as the composition, or only as its layers' bars do. */
  readonly length: 'whole' | 'bars';
  /** Its span in whole frames of the host, where that is chosen. */
  readonly span?: Span | undefined;
  /** What rides outside, on the nest; left out, as little as keeps the picture. */
  readonly outside?: readonly Rider[] | undefined;
  /** The playhead: the pivot of the nest stands in the middle of what it shows then. */
  readonly frame: Frames;
  /** The boxes of the layers' contents in their own spaces, as the picture shows them. */
  readonly bounds: (layer: string) => Bounds | null;
  readonly newId: () => string;
};
