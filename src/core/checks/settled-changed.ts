import { changedSince, trackAt } from '../scene';
import { inOrder, member, type Composition, type Project } from '../model';
import { defineCheck, type Finding } from './problem';

export const settledChanged = defineCheck({
  code: 'settled-changed',
  about: 'Pictures that were kept as settled and are not what they were.',
  find: (project, composition) => inOrder(composition.settled).flatMap((kept) => findIn(project, composition, kept)),
});

function findIn(project: Project, composition: Composition, kept: { readonly id: string; readonly at: number; readonly values: Readonly<Record<string, unknown>> }): readonly Finding[] {
  const changed = changedSince(project, composition, kept);
  const [first] = changed;
  if (!first) return [];
  const layer = member(composition.layers.by, first.layer);
  const name = layer ? `${trackAt(project, layer, first.track)?.spec.label ?? first.track} of “${layer.name}”` : 'A layer that is gone';
  const from = typeof first.was === 'number' && typeof first.is === 'number' ? ` was ${short(first.was)} and is ${short(first.is)}` : layer ? ' is another' : '';
  return [{
    where: { composition: composition.id, ...(layer ? { layer: layer.id, channel: first.track } : {}), frame: Math.min(composition.duration - 1, Math.max(0, Math.round(kept.at))) },
    message: `The picture kept at frame ${kept.at} of “${composition.name}” has changed: ${name}${from}${changed.length > 1 ? `, and ${changed.length - 1} more` : ''}.`,
    fix: 'Undo what changed it, keep it anew as it is, or let go of it.',
    mend: { do: 'composition.settle', with: { composition: composition.id, layers: layersOf(composition, kept), frame: kept.at } },
  }];
}

/** The layers that a kept picture is about and that are still there; null: all of them. */
function layersOf(composition: Composition, kept: { readonly values: Readonly<Record<string, unknown>> }): readonly string[] | null {
  const named = new Set(Object.keys(kept.values).map((name) => name.slice(0, name.indexOf('/'))));
  const there = composition.layers.order.filter((id) => named.has(id));
  return there.length === composition.layers.order.length ? null : there;
}

function short(value: number): number {
  return Math.round(value * 100) / 100;
}
