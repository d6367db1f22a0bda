import fc from 'fast-check';
import type { Project } from '../../src/core/model';
import { inOrder, readProjectFile, sayIssue, VERSION } from '../../src/core/model';

type Fields = Readonly<Record<string, unknown>>;

const small = fc.integer({ min: -60, max: 60 });
const rates = fc.constantFrom([30, 1], [24, 1], [25, 1]);

/** Rising times with values of one kind, handles, eases, jumps and curves among them. */
function keysOf(value: fc.Arbitrary<unknown>, more: fc.Arbitrary<Fields>): fc.Arbitrary<readonly Fields[]> {
  return fc.array(fc.record({ gap: fc.integer({ min: 1, max: 12 }), value, more }), { maxLength: 4 }).map((list) => {
    let at = -2;
    return list.map(({ gap, value: one, more: fields }, i) => ({ id: `k${i}`, at: (at += gap), value: one, ...fields }));
  });
}

const curve = fc.record({ kind: fc.constantFrom('sine', 'power', 'exponential', 'back', 'elastic', 'bounce'), side: fc.constantFrom('in', 'out', 'both') });
const scalarMore: fc.Arbitrary<Fields> = fc.oneof(
  { weight: 4, arbitrary: fc.constant({}) }, { weight: 3, arbitrary: fc.constantFrom({ right: 'smooth', left: 'smooth' }, { right: 'hold' }, { left: 'smooth' }) },
  fc.record({ right: fc.tuple(fc.integer({ min: 0, max: 6 }), small), left: fc.tuple(fc.integer({ min: -6, max: 0 }), small) }), curve.map((one) => ({ curve: one })), small.map((arrives) => ({ arrives })),
);
const vectorMore: fc.Arbitrary<Fields> = fc.oneof(fc.constant({}), fc.constantFrom({ ease: 'hold' }, { ease: [0.4, 0, 0.2, 1] }, { ease: [0.6, -0.3, 0.3, 1.4] }), curve.map((one) => ({ curve: one })));
const pointMore = fc.tuple(vectorMore, fc.option(fc.tuple(small, small), { nil: undefined })).map(([more, pathRight]) => ({ ...more, ...(pathRight ? { pathRight } : {}) }));
const rules = fc.record({ before: fc.constantFrom('hold', 'repeat', 'climb', 'swing', 'glide'), after: fc.constantFrom('hold', 'repeat', 'climb', 'swing', 'glide'), repeats: fc.option(fc.integer({ min: 1, max: 3 })), closed: fc.boolean() });
const part = fc.integer({ min: 0, max: 100 }).map((n) => n / 100);
const colour = fc.tuple(part, part, part, fc.constant(1));

const channel = (value: fc.Arbitrary<unknown>, more: fc.Arbitrary<Fields>) => fc.oneof(
  { weight: 2, arbitrary: value.map((one) => ({ value: one })) },
  { weight: 1, arbitrary: fc.record({ value, keys: keysOf(value, more), rules }).map(({ rules: own, ...rest }) => ({ ...rest, ...own })) },
);
const number = (min: number, max: number) => channel(fc.integer({ min, max }), scalarMore);

const pose = fc.record({ x: number(20, 120), y: number(10, 80), rotation: number(-90, 90), scaleX: number(40, 160), scaleY: number(40, 160), opacity: number(30, 100), skew: number(-20, 20), pivotX: number(-10, 10) }, { requiredKeys: ['x', 'y'] });
const posed = fc.oneof({ weight: 4, arbitrary: pose }, { weight: 1, arbitrary: channel(fc.tuple(fc.integer({ min: 0, max: 100 }), small), pointMore).map((position) => ({ position })) });

const on = fc.constantFrom('content', 'keys', 'both');
const operator: fc.Arbitrary<Fields> = fc.tuple(fc.oneof(
  fc.record({ op: fc.constant('loop'), from: fc.integer({ min: 0, max: 6 }), to: fc.integer({ min: 7, max: 16 }), mode: fc.constantFrom('repeat', 'swing'), ends: fc.constantFrom('once', 'twice'), count: fc.option(fc.integer({ min: 1, max: 3 })) }),
  fc.record({ op: fc.constant('reverse'), from: fc.integer({ min: 0, max: 4 }), to: fc.integer({ min: 5, max: 18 }) }),
  fc.record({ op: fc.constant('speed'), rate: fc.constantFrom(-1, 0.5, 0.7, 2), at: fc.integer({ min: 0, max: 9 }) }),
  fc.record({ op: fc.constant('pause'), at: fc.integer({ min: 0, max: 12 }), for: fc.integer({ min: 1, max: 6 }) }),
  fc.record({ op: fc.constant('step'), every: fc.integer({ min: 1, max: 4 }) }),
  fc.record({ op: fc.constant('delay'), by: fc.integer({ min: -4, max: 6 }) }),
  fc.record({ op: fc.constant('remap'), keys: fc.array(fc.record({ gap: fc.integer({ min: 2, max: 12 }), to: fc.integer({ min: 0, max: 18 }), more: fc.constantFrom<Fields>({}, { right: 'hold' }, { right: 'smooth', left: 'smooth' }, { curve: { kind: 'back' } }, { arrives: 4 }) }), { minLength: 1, maxLength: 3 }).map((list) => { let at = -3; return list.map(({ gap, to, more }, i) => ({ id: `k${i}`, at: (at += gap), to, ...more })); }) }),
  fc.record({ op: fc.constant('freeze'), at: fc.integer({ min: 0, max: 9 }) }),
  fc.record({ op: fc.constant('loop'), from: fc.integer({ min: 0, max: 6 }), to: fc.integer({ min: 7, max: 16 }), until: fc.integer({ min: 4, max: 30 }), then: fc.constantFrom('stay', 'on') }),
  fc.record({ op: fc.constant('step'), every: fc.integer({ min: 1, max: 4 }), cuts: fc.constantFrom([[7, 3]], [[4, 1], [9, 5]]) }),
  fc.record({ op: fc.constant('ramp'), cuts: fc.constantFrom([6], [5, 11]), slow: fc.constantFrom(-0.5, 0.5, 2), blend: fc.constantFrom(0, 3) }).map(({ cuts, slow, ...fields }) => ({ ...fields, cuts, rates: [1, slow, 1].slice(0, cuts.length + 1) })),
  fc.record({ op: fc.constant('elastic'), length: fc.integer({ min: 4, max: 40 }) }),
  fc.record({ op: fc.constant('cue'), moves: fc.constantFrom<readonly unknown[]>([[0, 6]], [[0, 5], [5, 9]], [{ from: 0, to: 4, rest: { kind: 'loop', from: 4, to: 8 } }, [8, 12]]) }),
  fc.record({ op: fc.constant('pins'), pins: fc.constantFrom([[4, 2]], [[2, 2], [10, 6], [16, 14]], [[0, 9], [12, 1]]) }),
), on, fc.boolean()).map(([fields, side, off]) => ({ ...fields, on: (fields as Fields)['op'] === 'elastic' ? 'content' : side, ...(off ? { off: true } : {}) }));
const timing = fc.oneof({ weight: 2, arbitrary: fc.constant([]) }, { weight: 2, arbitrary: fc.array(operator, { minLength: 1, maxLength: 2 }) });

const stroke = fc.oneof(fc.constant({}), fc.record({ channels: fc.record({ width: number(0, 9), colour: channel(colour, vectorMore) }) }));
const shape = fc.record({
  shape: fc.constantFrom('rectangle', 'ellipse', 'star'), stroke, fill: channel(colour, vectorMore).map((one) => ({ channels: { colour: one } })),
  own: fc.record({ width: number(8, 50), height: number(8, 40), corner: fc.constant({ value: 4 }) }),
}).map(({ own, ...fields }) => ({ kind: 'shape', ...fields, own }));
const text = fc.record({ own: fc.record({ text: fc.constantFrom('Tram', 'Line 9').map((value) => ({ value })), size: number(10, 24) }), letters: fc.option(fc.constant({ by: 'letter', channels: { step: { value: 2 } } })) }).map((fields) => ({ kind: 'text', ...fields }));
const path = fc.array(fc.tuple(small, small), { minLength: 3, maxLength: 4 }).map((points) => ({ closed: points.length > 3, points: points.map(([x, y]) => [x, y, 0, 0, 3, 0]) }));
const drawn = fc.record({ own: fc.record({ outline: channel(path, vectorMore) }) }).map((fields) => ({ kind: 'shape', shape: 'path', ...fields }));
/** A form around the layer's origin, hard or soft. */
const mask = fc.record({
  mode: fc.constantFrom('add', 'subtract', 'intersect'), invert: fc.boolean(), off: fc.constantFrom(false, false, true),
  channels: fc.record({ outline: channel(path, vectorMore), feather: number(0, 6), spread: number(-3, 3), opacity: number(40, 100) }, { requiredKeys: ['outline'] }),
});
const effect = fc.oneof(
  fc.record({ kind: fc.constant('blur'), channels: fc.record({ radius: number(0, 8) }) }),
  fc.record({ kind: fc.constant('shadow'), channels: fc.record({ x: number(-8, 8), y: number(-8, 8), radius: number(0, 6), colour: channel(colour, vectorMore) }) }),
  fc.record({ kind: fc.constant('glow'), channels: fc.record({ radius: number(0, 6), strength: number(0, 200), threshold: number(0, 100) }) }),
  fc.record({ kind: fc.constant('tint'), channels: fc.record({ amount: number(0, 100) }) }), fc.record({ kind: fc.constant('brightness'), channels: fc.record({ amount: number(50, 150) }) }),
);
const content = (source: string) => fc.record({ clipFrame: fc.boolean(), sampling: fc.constantFrom('exact', 'whole') }).map((fields) => ({ kind: 'nest', source, own: {}, ...fields }));
const others = fc.constantFrom<Fields>(
  { kind: 'null', own: {} }, { kind: 'image', source: 'dot', own: {} }, { kind: 'footage', source: 'rain', own: { gain: { value: -3 } } }, { kind: 'audio', source: 'song', own: { gain: { value: -6, keys: [{ id: 'k', at: 3, value: 0 }] } }, fadeIn: 4 },
  { kind: 'dials', own: {}, dials: [{ id: 'pace', name: 'Pace', public: true, channels: { value: { value: 2, keys: [{ id: 'k', at: 4, value: 3 }] } } }] },
  { kind: 'wash', own: {}, effects: [{ name: 'Soft', kind: 'blur', channels: { radius: { value: 3 } } }] }, { kind: 'wash', own: {}, appliesTo: 'l0', effects: [{ kind: 'tint', channels: { amount: { value: 40 } } }] }, { kind: 'copies', of: 'l0', own: { stepTime: { value: 3 } } },
);

type Made = { readonly body: Fields; readonly base: Fields; readonly posed: Fields; readonly timing: readonly Fields[] };

function layers(bodies: fc.Arbitrary<Fields>, most: number): fc.Arbitrary<readonly Fields[]> {
  const base = fc.record({
    start: fc.oneof(fc.integer({ min: 0, max: 8 }), fc.constant(2.5)), length: fc.integer({ min: 4, max: 40 }), late: fc.integer({ min: 0, max: 3 }), parent: fc.integer({ min: -4, max: most - 1 }),
    blend: fc.constantFrom('normal', 'normal', 'normal', 'multiply', 'screen'), marker: fc.boolean(), masks: fc.oneof({ weight: 3, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: fc.array(mask, { minLength: 1, maxLength: 2 }) }),
    effects: fc.oneof({ weight: 3, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: fc.array(effect, { minLength: 1, maxLength: 2 }) }), clip: fc.integer({ min: -12, max: most - 1 }), clipSide: fc.constantFrom('inside', 'outside'), guide: fc.constantFrom(false, false, false, true),
  });
  return fc.array(fc.record({ body: bodies, base, posed, timing }), { minLength: 2, maxLength: most }).map((list) => list.map((one, i) => layerFrom(one as Made, i, list.length)));
}

function layerFrom({ body, base, posed: place, timing: stack }: Made, i: number, of: number): Fields {
  const { own, ...fields } = body as Fields & { own: Fields };
  const { start, length, late, parent, blend, marker, masks, effects, clip, clipSide, guide } = base as Record<string, number> & { blend: string; marker: boolean; masks: readonly Fields[]; effects: readonly Fields[]; clipSide: string; guide: boolean };
  const named = (list: readonly Fields[], letter: string) => list.map((one, k) => ({ id: `${letter}${k}`, ...one }));
  const isPosed = fields['kind'] !== 'audio' && fields['kind'] !== 'dials';
  const bodied = fields['kind'] === 'nest' || fields['kind'] === 'footage' || fields['kind'] === 'audio';
  const channels = fields['kind'] === 'dials' ? {} : { ...(isPosed ? place : {}), ...own };
  return {
    id: `l${i}`, name: `Layer ${i}`, ...fields, start, spans: [[Math.ceil(start!) + late!, Math.ceil(start!) + late! + length!]], blend, guide,
    // In some films who leads is listed above, in others below; so there is no ring.
    ...(parent! >= 0 && parent! < of && parent! !== i && (parent! > i) === (of % 2 === 0) ? { parent: `l${parent}` } : {}),
    timing: stack.map((node, k) => ({ id: `t${k}`, ...node })).filter((node) => bodied || (node as Fields)['op'] !== 'elastic'),
    markers: marker ? [{ id: 'm', at: start! + 3, name: 'arrive' }] : [], ...(isPosed ? { masks: named(masks, 'q'), effects: named([...((fields['effects'] as readonly Fields[] | undefined) ?? []), ...effects], 'e') } : {}),
    ...(isPosed && clip! >= 0 && clip! < of ? { clipTo: `l${clip}`, clipSide } : {}),
    channels,
  };
}

const nested = fc.oneof({ weight: 3, arbitrary: content('reel') }, { weight: 1, arbitrary: content('hall') });

/** A film of two nests in one another with layers of every kind, two rates, and time that runs backwards, jumps and stands. */
export const randomFilm: fc.Arbitrary<Project> = fc.record({
  rate: rates, reelRate: rates, main: layers(fc.oneof({ weight: 3, arbitrary: shape }, { weight: 3, arbitrary: nested }, { weight: 1, arbitrary: text }, { weight: 1, arbitrary: drawn }, { weight: 3, arbitrary: others }), 6),
  hall: layers(fc.oneof(shape, content('reel')), 3), reel: layers(fc.oneof(shape, drawn), 3), duration: fc.integer({ min: 20, max: 40 }), short: fc.integer({ min: 8, max: 24 }), public: fc.boolean(), calm: fc.boolean(),
}).map(({ rate, reelRate, main, hall, reel, duration, short, public: isPublic, calm }) => {
  const asset = (id: string, more: Fields) => ({ id, name: id, hash: id.charCodeAt(0).toString(16).padStart(64, '0'), bytes: 9, ...more });
  const desk = { id: 'desk', name: 'Desk', kind: 'dials', dials: [{ id: 'sway', name: 'Sway', public: true, channels: { value: { value: 1 } } }] };
  const raw = {
    format: 'oak-tumble/project', version: VERSION, name: 'By chance',
    assets: [asset('dot', { type: 'image', mime: 'image/png', width: 12, height: 8 }), asset('rain', { type: 'footage', mime: 'video/webm', width: 20, height: 10, rate: [25, 1], frames: 20 }), asset('song', { type: 'audio', mime: 'audio/wav', sampleRate: 48_000, samples: 96_000, tracks: 2 })],
    compositions: [
      {
        id: 'main', name: 'Main', width: 160, height: 90, rate, duration, rigid: [[2, 5]], markers: [{ id: 'm', at: 4, name: 'beat' }],
        layers: [...main.map((layer) => (layer['kind'] === 'nest' && isPublic ? { ...layer, dials: { 'desk/sway': { value: 2, keys: [{ id: 'k', at: 2, value: 5 }] } } } : layer)), ...(calm ? [{ id: 'calm', name: 'Calm', kind: 'nest', source: 'den', start: 2, spans: [[3, 18]], channels: { x: { value: 12 }, rotation: { value: 20 } } }] : [])],
      },
      { id: 'hall', name: 'Hall', width: 60, height: 40, rate, duration: short + 4, layers: hall },
      { id: 'reel', name: 'Reel', width: 50, height: 30, rate: reelRate, duration: short, layers: [...reel, desk] },
      // A nest that can be taken apart: nothing is bent, and nothing comes near its edge.
      { id: 'den', name: 'Den', width: 50, height: 30, rate, duration: 20, layers: [{ id: 'lamp', name: 'Lamp', kind: 'shape', spans: [[1, 17]], channels: { x: { value: 25 }, y: { value: 15 }, width: { value: 9, keys: [{ id: 'k', at: 2, value: 4 }, { id: 'l', at: 9, value: 12 }] }, height: { value: 8 } } }] },
    ],
  };
  const read = readProjectFile(raw);
  if (!read.ok) throw new Error(read.issues.map(sayIssue).join('\n'));
  return read.value;
});

/** What random films held, so that a law that was tried on nothing does not pass. */
export function counting() {
  const held: Record<string, number> = {};
  const add = (what: string) => (held[what] = (held[what] ?? 0) + 1);
  return {
    held,
    see(project: Project) {
      const compositions = inOrder(project.compositions);
      if (new Set(compositions.map(({ rate }) => rate.join('/'))).size > 1) add('two rates');
      for (const composition of compositions) for (const layer of inOrder(composition.layers)) {
        add(layer.kind);
        if (layer.kind === 'nest' && Object.keys(layer.dials).length > 0) add('public dials');
        if (layer.parent !== null) add('followers');
        if (layer.masks.order.length > 0) add('masks');
        if (layer.clipTo !== null) add('clips');
        if (layer.kind === 'wash' && layer.appliesTo !== null) add('washes over one layer');
        if (layer.kind !== 'wash') for (const { kind } of inOrder(layer.effects)) add(kind);
        for (const node of inOrder(layer.timing)) {
          if (node.on && node.on !== 'content') add(`stacks on ${node.on}`);
          if (node.op === 'reverse' || (node.op === 'speed' && Number(node.rate) < 0) || (node.op === 'loop' && node.mode === 'swing')) add('backward time');
          if (node.op === 'loop' && node.mode === 'repeat') add('jumps');
        }
      }
    },
  };
}

/** Everything that a run of films over all kinds must have held. */
const EVERYTHING = ['shape', 'text', 'image', 'footage', 'audio', 'nest', 'null', 'dials', 'wash', 'copies', 'two rates', 'public dials', 'followers', 'masks', 'clips', 'washes over one layer', 'blur', 'shadow', 'glow', 'tint', 'brightness', 'stacks on keys', 'stacks on both', 'backward time', 'jumps'] as const;

/** Names what a run of films did not hold: a law that was never tried on it is not shown. */
export function missingFrom(held: Readonly<Record<string, number>>): readonly string[] {
  return EVERYTHING.filter((what) => (held[what] ?? 0) === 0);
}
