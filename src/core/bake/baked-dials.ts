import { inTime, recordInTime, type Channel, type Composition, type Layer, type LayerOf } from '../model';
import { canChange, drivesIn, tracksOf, withAt } from '../scene';
import type { TimeMap } from '../timing';
import { bakeChannel } from './bake-channel';
import { drivenKeys, newTimeOf, type Window } from './bake-tracks';
import type { Baking, Standing } from './baking';
import type { Pace } from './kept-content';
import { scaledKey } from './scaled-key';

/** The public dials that a nest is given, whose keys count from its start in frames of what it shows. */
export function withBakedDials(baking: Baking, next: LayerOf<'nest'>, nest: LayerOf<'nest'>, map: TimeMap, window: Window, pace: Pace, where: string, host: Composition, standing: Standing): Layer {
  const time = newTimeOf(map, window);
  let made = next as Layer;
  for (const { address, path, channel, spec } of tracksOf(baking.project, nest)) {
    if (spec.clock !== 'source' || !channel || !canChange(channel)) continue;
    const drive = drivesIn(baking.project, host).of(nest, address);
    if (drive && !drive.fault()) {
      baking.count.formulas++;
      made = withAt(made, path, inPace(drivenKeys(channel, spec, drive, standing, window, baking.wish.tolerance), pace));
      continue;
    }
    const baked = time && bakeChannel(channel, spec, time, baking.wish.tolerance);
    if (baked) made = withAt(made, path, inPace(baked, pace));
    else baking.left.push({ where: `${where}, ${address}`, why: 'Its time falls into more pieces than can be written out.' });
  }
  return made;
}

function inPace(channel: Channel, pace: Pace): Channel {
  if (pace.by === 1) return channel;
  return { ...channel, keys: recordInTime(inTime(channel.keys).map((key) => scaledKey(key, pace.at(key.at), pace.by))) };
}
