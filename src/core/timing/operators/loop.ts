import { choice, number, tellTime, time } from '../field';
import { legOf, loopParts, playsUntil } from '../looped';
import { defineOperator, pulled } from '../operator';
import { emptyPart, needsEnd } from '../part';
import { mapOf } from '../time-map';

export const loop = defineOperator({
  op: 'loop',
  title: 'Loop',
  about: 'Plays a part again and again. Its end shows its first frame, so nothing blinks where it closes.',
  fields: {
    from: time({ label: 'From', start: 0 }),
    to: time({ label: 'To', start: null, none: 'its end' }),
    mode: choice({ label: 'Way', choices: ['repeat', 'swing'], words: { repeat: 'from the start', swing: 'to and fro' }, start: 'repeat' }),
    count: number({ label: 'Plays', unit: 'plays', start: null, none: 'endless' }),
    ends: choice({ label: 'End frames', choices: ['once', 'twice'], words: { once: 'shown once', twice: 'shown twice' }, start: 'once', onlyWith: ['mode', 'swing'] }),
    until: number({ label: 'Until', unit: 'frames', start: null, none: 'not said' }),
    then: choice({ label: 'Then', choices: ['stay', 'on'], words: { stay: 'stay there', on: 'run on' }, start: 'stay' }),
  },
  tell: ({ from, to, mode, count, until, then }) =>
    `${to === null ? `from ${tellTime(from)} to its end` : `frames ${tellTime(from)} to ${tellTime(to)}`}${mode === 'swing' ? ', to and fro' : ''}, ${until !== null ? `until ${tellTime(until)}` : count === null ? 'without end' : `${count} times`}${then === 'on' && (until !== null || count !== null) ? ', then on' : ''}`,
  did: ({ from, to }) => `Plays ${to === null ? (from === 0 ? 'all of it' : `from frame ${tellTime(from)} to the end`) : `frames ${tellTime(from)} to ${tellTime(to)}`} again and again`,
  prepare: (params, { D }) => {
    const from = Number(params.from);
    const part = { from, to: Math.max(from, Number(params.to ?? D ?? from)), mode: params.mode, twice: params.ends === 'twice' };
    const count = params.until !== null ? playsUntil(part, Number(params.until)) : params.count === null ? Infinity : Math.max(1, Math.ceil(Number(params.count)));
    const { at, segment } = loopParts({ ...part, count, on: params.then === 'on' });
    return mapOf(at, segment);
  },
  // Left open, it follows the end of its source.
  born: ({ D, cycle }) => (D === null ? { to: cycle } : {}),
  faults: (params) => [...(typeof params.count === 'number' && params.count < 1 ? [{ field: 'count', message: 'a loop plays at least once' }] : []), ...emptyPart(params)],
  faultsOnKeys: ({ to }) => needsEnd('loop', to),
  handles: (params, { D }) => {
    const [from, to] = [Number(params.from), Number(params.to ?? D ?? params.from)];
    const leg = legOf({ from, to, mode: params.mode, twice: params.ends === 'twice' });
    const until = params.until === null ? null : Number(params.until);
    const count = params.count === null ? null : Number(params.count);
    const plays = until !== null ? playsUntil({ from, to, mode: params.mode, twice: params.ends === 'twice' }, until) : count;
    return [
      { name: 'where it begins', x: from, s: from, goes: 'across', drawn: 'point', pull: (x) => { const at = pulled(Math.max(0, Math.min(to - 1, from + x))); return { fields: { from: at }, told: `loops from frame ${at}` }; } },
      { name: 'where it ends', x: to, s: to, goes: 'across', drawn: 'point', pull: (x) => { const at = pulled(Math.max(from + 1, Math.min(D ?? Infinity, to + x))); return { fields: { to: at }, told: `loops up to frame ${at}` }; } },
      // Its second play ends above where it begins again, and below where it goes to and fro.
      ...(!(leg > 0) || (plays !== null && plays < 2) ? [] : [{
        name: 'how its second play ends', x: from + 2 * leg, s: params.mode === 'swing' ? from : to - 1, goes: 'up', drawn: 'point',
        pull: (_: number, s: number) => {
          const mode = (params.mode === 'swing' ? from : to - 1) + s < (from + to - 1) / 2 ? 'swing' : 'repeat';
          return { fields: { mode }, told: mode === 'swing' ? 'to and fro' : 'from the start each time' };
        },
      } as const]),
      ...(plays === null || !(leg > 0) ? [] : [{
        name: 'the end of its plays', x: from + plays * leg, s: params.mode === 'swing' && plays % 2 === 0 ? from : to - 1, goes: 'across', drawn: 'foot', label: `${plays} ×`,
        pull: (x: number) => {
          if (until !== null) { const at = pulled(Math.max(from, until + x)); return { fields: { until: at }, told: `until ${at}` }; }
          const now = Math.max(1, Math.round((plays * leg + x) / leg));
          return { fields: { count: now }, told: now === 1 ? 'plays once' : `plays ${now} times` };
        },
      } as const]),
    ];
  },
  examples: [
    { given: {}, D: 20, x: 19, becomes: 19 },
    { given: {}, D: 20, x: 20, becomes: 0 },
    { given: { from: 5, to: 15 }, D: 20, x: -3, becomes: -3 },
    { given: { from: 5, to: 15, count: 3 }, D: 20, x: 40, becomes: 14 },
    { given: { mode: 'swing' }, D: 5, x: 5, becomes: 3 },
    { given: { mode: 'swing' }, D: 5, x: 8, becomes: 0 },
    { given: { mode: 'swing', ends: 'twice' }, D: 5, x: 5, becomes: 4 },
    { given: { mode: 'swing', count: 2 }, D: 5, x: 12, becomes: 0 },
    { given: { mode: 'swing' }, D: 1, x: 7, becomes: 0 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 6 }, D: 20, x: 5.25, becomes: 5.25 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 6 }, D: 20, x: 6.25, becomes: 5 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 5.5, count: 1 }, D: 20, x: 9, becomes: 5 },
    { given: { from: 5, to: 15, until: 30, then: 'on' }, D: 40, x: 34, becomes: 14 },
    { given: { from: 5, to: 15, until: 30, then: 'on' }, D: 40, x: 37, becomes: 17 },
    { given: { from: 5, to: 15, until: 35, then: 'on' }, D: 40, x: 35, becomes: 15 },
    { given: { from: 0, to: 11, mode: 'swing', until: 15, then: 'on' }, D: 40, x: 32, becomes: 12 },
    { given: { mode: 'swing', count: 2, then: 'on' }, D: 5, x: 20, becomes: 0 },
    { given: { count: 3, until: 2 }, D: 5, x: 9, becomes: 4 },
    { given: { from: 5, to: 5.5, count: 2 }, D: 20, x: 30, becomes: 5 },
    { given: { to: 1_000_000 }, D: 1_000_000, x: 999_999.9995, becomes: 999_999.9995 },
  ],
});
