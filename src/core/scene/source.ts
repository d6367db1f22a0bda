import { inOrder, member, rigidSpans, type Asset, type Composition, type Layer, type Project } from '../model';
import { clipSpan, type Frames, type Rate, type Span } from '../time';

/** What stands behind a layer's content: its own rate, duration and rigid spans. */
export type Source = {
  readonly rate: Rate;
  /** Duration in its own frames. */
  readonly D: Frames;
  readonly rigid: readonly Span[];
  /** Frames to add to a source time to get a time of the composition behind it (a take begins later). */
  readonly offset: Frames;
};

export function compositionOf(project: Project, id: string): Composition | null {
  return member(project.compositions.by, id) ?? null;
}

export function assetOf(project: Project, id: string): Asset | null {
  return member(project.assets.by, id) ?? null;
}

/** The source of a layer in a composition of the given rate; null when it has no content, or its source is missing. */
export function sourceOf(project: Project, host: Composition, layer: Layer): Source | null {
  switch (layer.kind) {
    case 'nest': {
      const source = compositionOf(project, layer.source);
      if (!source) return null;
      const take = layer.take === null ? null : inOrder(source.takes).find((one) => one.id === layer.take);
      return take
        ? { rate: source.rate, D: take.to - take.from, rigid: rigidSpans(source).map((span) => clipSpan(span, [take.from, take.to])).filter((span) => span !== null).map(([from, to]) => [from - take.from, to - take.from] as const), offset: take.from }
        : { rate: source.rate, D: source.duration, rigid: rigidSpans(source), offset: 0 };
    }
    case 'footage': {
      const asset = assetOf(project, layer.source);
      return asset?.type === 'footage' ? { rate: asset.rate, D: asset.frames, rigid: [], offset: 0 } : null;
    }
    case 'audio': {
      const asset = assetOf(project, layer.source);
      const length = asset?.type === 'audio' ? (asset.samples / asset.sampleRate) * (host.rate[0] / host.rate[1]) : 0;
      return length > 0 ? { rate: host.rate, D: length, rigid: [], offset: 0 } : null;
    }
    default:
      return null;
  }
}
