import { createRequire as makeRequire } from 'node:module'; const require = makeRequire(import.meta.url);
var __defProp = Object.defineProperty;
var __export = (target, all) => {
  for (var name2 in all)
    __defProp(target, name2, { get: all[name2], enumerable: !0 });
};

// src/core/model/channel-spec.ts
var number = (label, unit, start, range) => ({ type: "N", label, unit, start, ...range ? { range } : {} }), point = (label, start = [0, 0]) => ({ type: "P", label, unit: "px", start }), colour = (label, start) => ({ type: "C", label, unit: "", start }), outline = (label) => ({ type: "S", label, unit: "", start: { closed: !0, points: [] } }), POSE = {
  x: number("Across", "px", 0),
  y: number("Down", "px", 0),
  position: point("Place"),
  scaleX: number("Size across", "%", 100),
  scaleY: number("Size down", "%", 100),
  rotation: number("Turn", "\xB0", 0),
  skew: number("Lean", "\xB0", 0),
  opacity: number("Opacity", "%", 100, [0, 100]),
  pivotX: number("Pivot across", "px", 0),
  pivotY: number("Pivot down", "px", 0)
}, FILL = {
  colour: colour("Fill colour", [1, 1, 1, 1]),
  from: point("Fill from"),
  to: point("Fill to")
}, STOP = {
  at: number("Stop", "%", 0),
  colour: colour("Stop colour", [1, 1, 1, 1])
}, STROKE = {
  colour: colour("Stroke colour", [0, 0, 0, 1]),
  width: number("Stroke width", "px", 0),
  dashShift: number("Dash shift", "px", 0),
  trimFrom: number("Trim from", "%", 0),
  trimTo: number("Trim to", "%", 100),
  trimShift: number("Trim shift", "%", 0)
}, MASK = {
  outline: outline("Mask outline"),
  feather: number("Feather", "px", 0),
  spread: number("Spread", "px", 0),
  opacity: number("Mask opacity", "%", 100, [0, 100])
}, LETTERS = {
  step: number("Letter step", "frames", 0),
  x: number("Letter across", "px", 0),
  y: number("Letter down", "px", 0),
  rotation: number("Letter turn", "\xB0", 0),
  size: number("Letter size", "%", 100),
  opacity: number("Letter opacity", "%", 100, [0, 100])
}, KINDS = {
  shape: {
    width: number("Width", "px", 100),
    height: number("Height", "px", 100),
    corner: number("Corner", "px", 0),
    sides: number("Sides", "", 5, [3, 64]),
    inner: number("Inner", "%", 50),
    outline: outline("Outline")
  },
  text: {
    text: { type: "T", label: "Text", unit: "", start: "" },
    size: number("Text size", "px", 48),
    leading: number("Leading", "%", 120),
    tracking: number("Tracking", "\u2030", 0),
    boxWidth: number("Box width", "px", 0)
  },
  image: {},
  footage: { gain: number("Gain", "dB", 0) },
  audio: { gain: number("Gain", "dB", 0), pan: number("Pan", "", 0, [-100, 100]) },
  nest: {},
  null: {},
  dials: {},
  wash: {},
  copies: {
    amount: number("Amount", "", 5, [0, 1e3]),
    stepX: number("Step across", "px", 0),
    stepY: number("Step down", "px", 0),
    stepTurn: number("Step turn", "\xB0", 0),
    stepSize: number("Step size", "%", 100),
    stepOpacity: number("Step opacity", "%", 100),
    stepTime: number("Step time", "frames", 0)
  }
};
function isDrawn(kind) {
  return kind !== "audio" && kind !== "dials";
}
function hasContentTime(kind) {
  return kind === "nest" || kind === "footage" || kind === "audio";
}

// src/core/model/effects/effect.ts
function softOf(radius) {
  return Math.max(0, radius) / 2;
}
function spreadOf(radius) {
  return 3 * softOf(radius);
}
function allRound(reach2) {
  let by = Math.max(0, reach2);
  return [by, by, by, by];
}

// src/core/model/effects/blur.ts
var blur = {
  kind: "blur",
  title: "Blur",
  about: "Spreads every point over so many pixels around it.",
  channels: { radius: number("Blur radius", "px", 0) },
  passes: ({ radius }) => [{ from: "picture", soft: softOf(radius), light: 1 }],
  grows: ({ radius }) => allRound(spreadOf(radius))
};

// src/core/model/effects/brightness.ts
var brightness = {
  kind: "brightness",
  title: "Brightness",
  about: "Makes its colours lighter or darker.",
  channels: { amount: number("Brightness", "%", 100) },
  passes: ({ amount }) => [{ from: "picture", soft: 0, light: Math.max(0, amount / 100) }],
  grows: () => allRound(0)
};

// src/core/model/effects/glow.ts
var glow = {
  kind: "glow",
  title: "Glow",
  about: "Adds the light of what is brighter than the threshold, spread around it.",
  channels: {
    radius: number("Glow radius", "px", 0),
    strength: number("Glow strength", "%", 100),
    threshold: number("Glow threshold", "%", 0)
  },
  passes: ({ radius, strength, threshold }) => [{ from: "picture", soft: 0, light: 1 }, { from: "light", threshold: Math.min(1, Math.max(0, threshold / 100)), soft: softOf(radius), strength: Math.max(0, strength / 100) }],
  grows: ({ radius, strength }) => allRound(strength > 0 ? spreadOf(radius) : 0)
};

// src/core/model/effects/shadow.ts
var shadow = {
  kind: "shadow",
  title: "Shadow",
  about: "Lays the layer\u2019s own form under it, moved, softened and in one colour.",
  channels: {
    x: number("Shadow across", "px", 0),
    y: number("Shadow down", "px", 8),
    radius: number("Shadow radius", "px", 8),
    colour: colour("Shadow colour", [0, 0, 0, 0.5])
  },
  passes: ({ x, y, radius, colour: ink2 }) => [{ from: "form", colour: ink2, x, y, soft: softOf(radius) }, { from: "picture", soft: 0, light: 1 }],
  grows: ({ x, y, radius }) => {
    let soft = spreadOf(radius);
    return [Math.max(0, soft - x), Math.max(0, soft - y), Math.max(0, soft + x), Math.max(0, soft + y)];
  }
};

// src/core/model/effects/tint.ts
var tint = {
  kind: "tint",
  title: "Tint",
  about: "Mixes its colours with one.",
  channels: { colour: colour("Tint colour", [1, 1, 1, 1]), amount: number("Tint amount", "%", 0) },
  passes: ({ colour: ink2, amount }) => [{ from: "picture", soft: 0, light: 1 }, { from: "flood", colour: ink2, opacity: Math.min(1, Math.max(0, amount / 100)) }],
  grows: () => allRound(0)
};

// src/core/model/effects/index.ts
var EFFECTS = [blur, glow, shadow, tint, brightness];
function effectOf(kind) {
  let found3 = EFFECTS.find((one) => one.kind === kind);
  if (!found3) throw new Error(`There is no effect ${kind}`);
  return found3;
}

// src/core/model/lists.ts
var LISTS = {
  keys: { kind: "timed", letter: "k" },
  markers: { kind: "timed", letter: "m" },
  assets: { kind: "ordered", letter: "a" },
  compositions: { kind: "ordered", letter: "c" },
  layers: { kind: "ordered", letter: "l" },
  timing: { kind: "ordered", letter: "t" },
  masks: { kind: "ordered", letter: "q" },
  effects: { kind: "ordered", letter: "e" },
  stops: { kind: "ordered", letter: "s" },
  takes: { kind: "ordered", letter: "n" },
  dials: { kind: "ordered", letter: "d" },
  presets: { kind: "ordered", letter: "p" },
  settled: { kind: "ordered", letter: "v" },
  staggers: { kind: "ordered", letter: "g" },
  contacts: { kind: "ordered", letter: "o" },
  tries: { kind: "ordered", letter: "" }
};
function member(list3, id3) {
  return Object.hasOwn(list3, id3) ? list3[id3] : void 0;
}
function inOrder(list3) {
  let members2 = ordered.get(list3);
  return members2 || ordered.set(list3, members2 = list3.order.map((id3) => list3.by[id3]).filter((one) => one !== void 0)), members2;
}
var ordered = /* @__PURE__ */ new WeakMap(), timed = /* @__PURE__ */ new WeakMap();
function inTime(list3) {
  let members2 = timed.get(list3);
  return members2 || timed.set(list3, members2 = Object.values(list3).sort((a, b) => a.at - b.at || byId(a, b))), members2;
}
function recordInTime(members2) {
  let list3 = {};
  for (let one of members2) list3[one.id] = one;
  return timed.set(list3, members2), list3;
}
function byId(a, b) {
  let [one, other] = [a, b].map((member2) => "id" in member2 ? String(member2.id) : "");
  return one.length - other.length || (one < other ? -1 : one > other ? 1 : 0);
}
var OPAQUE = /* @__PURE__ */ new Set(["data", "travel"]);
function isOpaque(field) {
  return typeof field == "string" && OPAQUE.has(field);
}
function toMemory(value, field) {
  if (Array.isArray(value) && !isOpaque(field)) {
    let list3 = field !== void 0 && Object.hasOwn(LISTS, field) ? LISTS[field] : null;
    if (!list3) return value;
    let by = Object.fromEntries(value.map((one) => [one.id, toMemory(one)]));
    return list3.kind === "timed" ? by : { order: value.map((one) => one.id), by };
  }
  if (value === null || typeof value != "object" || isOpaque(field)) return value;
  let named3 = field !== "layers";
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, toMemory(inner, named3 ? key : void 0)]));
}

// src/core/model/parents.ts
var found = /* @__PURE__ */ new WeakMap();
function parentsOf(composition3) {
  let known = found.get(composition3);
  if (!known) {
    let rings = findRings(composition3);
    found.set(composition3, known = { rings, members: new Set(rings.flat()) });
  }
  return known;
}
function followsItself(composition3, id3) {
  return parentsOf(composition3).members.has(id3);
}
function parentOf(composition3, layer3) {
  if (layer3.parent === null) return;
  let parent = member(composition3.layers.by, layer3.parent);
  return parent && !followsItself(composition3, layer3.id) ? parent : void 0;
}
function findRings(composition3) {
  let done = /* @__PURE__ */ new Set(), rings = [];
  for (let { id: start } of inOrder(composition3.layers)) {
    let way2 = [], id3 = start;
    for (; id3 !== null && !done.has(id3); )
      done.add(id3), way2.push(id3), id3 = member(composition3.layers.by, id3)?.parent ?? null;
    let at2 = id3 === null ? -1 : way2.indexOf(id3);
    at2 >= 0 && rings.push(way2.slice(at2));
  }
  return rings;
}

// src/core/time/dust.ts
function dust(at2) {
  let whole2 = Math.round(at2), off = at2 - whole2;
  return off <= 1e-6 && off >= -1e-6 ? whole2 + 0 : at2;
}

// src/core/time/rate.ts
function toSeconds(at2, [num, den]) {
  return at2 * den / num;
}
function toFrames(at2, [num, den]) {
  return at2 * num / den;
}
function convertExactly(at2, from, to) {
  return at2 * (to[0] * from[1]) / (to[1] * from[0]);
}
function ratio(from, to) {
  return to[0] * from[1] / (to[1] * from[0]);
}
function framesPerSecond([num, den]) {
  return num / den;
}
function sameRate(a, b) {
  return a[0] * b[1] === b[0] * a[1];
}

// src/core/time/span.ts
function inSpans(spans2, at2) {
  for (let i = 0; i < spans2.length; i++) if (at2 >= spans2[i][0] && at2 < spans2[i][1]) return !0;
  return !1;
}
function hull(spans2) {
  let first = spans2[0], last = spans2[spans2.length - 1];
  return first && last ? [first[0], last[1]] : null;
}
function moveSpans(spans2, by) {
  return by === 0 ? spans2 : spans2.map(([from, to]) => [from + by, to + by]);
}
function mergeSpans(spans2) {
  let merged = [];
  for (let [from, to] of [...spans2].sort((a, b) => a[0] - b[0])) {
    if (to <= from) continue;
    let last = merged[merged.length - 1];
    last && from <= last[1] ? last[1] = Math.max(last[1], to) : merged.push([from, to]);
  }
  return merged;
}
function clipSpan([from, to], [low, high]) {
  let start = Math.max(from, low), end = Math.min(to, high);
  return start < end ? [start, end] : null;
}
function trimStart(spans2, at2) {
  let [first, ...rest2] = spans2;
  if (!first) return spans2;
  let start = Math.min(at2, first[1] - 1);
  return start === first[0] ? spans2 : [[start, first[1]], ...rest2];
}
function trimEnd(spans2, at2) {
  let last = spans2[spans2.length - 1];
  if (!last) return spans2;
  let end = Math.max(at2, last[0] + 1);
  return end === last[1] ? spans2 : [...spans2.slice(0, -1), [last[0], end]];
}

// src/core/time/tempo.ts
function beatAt(at2, tempo2, rate3) {
  let leg = legOf(tempo2.map, (pair2) => pair2[0] <= at2);
  return leg ? leg[0][1] + (at2 - leg[0][0]) * (leg[1][1] - leg[0][1]) / (leg[1][0] - leg[0][0]) : toSeconds(at2 - tempo2.offset, rate3) * tempo2.bpm / 60;
}
function frameOfBeat(beat, tempo2, rate3) {
  let leg = legOf(tempo2.map, (pair2) => pair2[1] <= beat);
  return leg ? leg[0][0] + (beat - leg[0][1]) * (leg[1][0] - leg[0][0]) / (leg[1][1] - leg[0][1]) : tempo2.offset + toFrames(beat * 60 / tempo2.bpm, rate3);
}
function legOf(map, isBefore2) {
  if (!map || map.length < 2) return null;
  let i = 0;
  for (; i < map.length - 2 && isBefore2(map[i + 1]); ) i++;
  return [map[i], map[i + 1]];
}

// src/core/model/rigid.ts
function isPlain(span2) {
  return typeof span2[0] == "number" && typeof span2[1] == "number";
}
function settleRigid(rigid2, duration2) {
  let inside3 = rigid2.filter(isPlain).map((span2) => clipSpan(span2, [0, duration2])).filter((span2) => span2 !== null);
  return [...mergeSpans(inside3), ...rigid2.filter((span2) => !isPlain(span2))];
}
function momentAt(markers, { marker: marker2, end, plus: plus2 }) {
  let found3 = member(markers, marker2);
  return found3 ? found3.at + (end ? found3.length : 0) + plus2 : null;
}
var worked = /* @__PURE__ */ new WeakMap();
function rigidSpans({ rigid: rigid2, markers, duration: duration2 }) {
  if (rigid2.every(isPlain)) return rigid2;
  let known = worked.get(rigid2);
  if (known?.markers === markers && known.duration === duration2) return known.spans;
  let plain = (time4) => typeof time4 == "number" ? time4 : momentAt(markers, time4) ?? time4.was, spans2 = mergeSpans(rigid2.map(([from, to]) => [plain(from), plain(to)]).filter(([from, to]) => to > from).map((span2) => clipSpan(span2, [0, duration2])).filter((span2) => span2 !== null));
  return worked.set(rigid2, { markers, duration: duration2, spans: spans2 }), spans2;
}

// src/core/model/place.ts
var WORDS = {
  compositions: "Composition",
  layers: "layer",
  assets: "asset",
  timing: "operator",
  keys: "key",
  markers: "marker",
  masks: "mask",
  effects: "effect",
  channels: "channel",
  dials: "dial",
  takes: "take",
  stops: "stop"
};
function placeOf(raw, path2) {
  let names = [], here = raw;
  return path2.forEach((step2, i) => {
    let list3 = String(path2[i - 1] ?? "");
    here = here?.[step2];
    let word = Object.hasOwn(WORDS, list3) ? WORDS[list3] : null;
    word && (typeof step2 == "string" ? names.push(`${word} \u201C${step2}\u201D`) : typeof step2 == "number" && names.push(`${word} ${nameOf(here) ?? step2 + 1}`));
  }), { path: path2.reduce((text2, step2) => typeof step2 == "number" ? `${text2}[${step2}]` : text2 === "" ? String(step2) : `${text2}.${String(step2)}`, ""), names };
}
function nameOf(thing) {
  if (thing === null || typeof thing != "object") return null;
  let { name: name2, op, at: at2 } = thing;
  return typeof name2 == "string" && name2 !== "" ? `\u201C${name2.slice(0, 60)}\u201D` : typeof op == "string" ? `\u201C${op.slice(0, 60)}\u201D` : typeof at2 == "number" ? `at frame ${at2}` : null;
}

// src/core/model/from-zod.ts
var TOLD = 20;
function issuesFromZod(error2, raw) {
  return error2.issues.flatMap((issue2) => fromOne(issue2, raw, [])).slice(0, TOLD);
}
function fromOne(issue2, raw, before) {
  let path2 = [...before, ...issue2.path], place2 = placeOf(raw, path2);
  switch (issue2.code) {
    case "unrecognized_keys":
      return issue2.keys.map((field) => ({ kind: "unknown-field", place: place2, field }));
    case "invalid_union": {
      if (issue2.discriminator !== void 0)
        return [{ kind: "unknown-kind", place: place2, known: knownKinds(issue2) }];
      let best = [...issue2.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0];
      return best && depth(best) > 0 ? best.flatMap((inner) => fromOne(inner, raw, path2)) : [{ kind: "wrong", place: place2, message: wanted(issue2, raw, path2) }];
    }
    default:
      return [{ kind: "wrong", place: place2, message: wanted(issue2, raw, path2) }];
  }
}
function depth(issues) {
  return Math.max(0, ...issues.map((issue2) => issue2.path.length));
}
function knownKinds(issue2) {
  return (issue2.options ?? []).map(String);
}
function wanted(issue2, raw, path2) {
  let found3 = path2.reduce((here, step2) => here?.[step2], raw), shown2 = found3 === void 0 ? "nothing" : JSON.stringify(found3)?.slice(0, 60);
  switch (issue2.code) {
    case "custom":
      return issue2.message;
    case "invalid_type":
      return `it should be ${ARTICLES[issue2.expected] ?? issue2.expected}, and is ${shown2}`;
    case "too_small":
      return `it should be ${issue2.inclusive === !1 ? "over" : "at least"} ${issue2.minimum}, and is ${shown2}`;
    case "too_big":
      return `it should be at most ${issue2.maximum}, and is ${shown2}`;
    case "invalid_value":
      return `it should be ${issue2.values.map((value) => JSON.stringify(value)).join(" or ")}, and is ${shown2}`;
    case "invalid_format":
      return issue2.message.startsWith("Invalid") ? `${shown2} is not written as it should be` : `${issue2.message}, and this is ${shown2}`;
    default:
      return `${shown2} cannot stand here`;
  }
}
var ARTICLES = {
  number: "a number",
  string: "a text",
  boolean: "true or false",
  array: "a list",
  object: "an object",
  int: "a whole number",
  tuple: "a list",
  record: "an object",
  nonoptional: "given"
};

// src/core/model/give-ids.ts
function giveIds(value, raw, issues, path2 = []) {
  if (isOpaque(path2[path2.length - 1])) return value;
  if (Array.isArray(value)) {
    let field = path2[path2.length - 1];
    if (typeof field != "string" || !Object.hasOwn(LISTS, field)) return value;
    let taken2 = /* @__PURE__ */ new Set();
    value.forEach((one, i) => {
      one.id !== void 0 && (taken2.has(one.id) && issues.push({ kind: "twice", place: placeOf(raw, [...path2, i]), id: one.id }), taken2.add(one.id));
    });
    let next2 = 1;
    return value.map((one, i) => {
      let inner = giveIds(one, raw, issues, [...path2, i]);
      if (one.id !== void 0) return inner;
      for (; taken2.has(`${LISTS[field].letter}${next2}`); ) next2++;
      return { id: `${LISTS[field].letter}${next2++}`, ...inner };
    });
  }
  return value === null || typeof value != "object" ? value : Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, giveIds(inner, raw, issues, [...path2, key])]));
}

// node_modules/zod/v4/core/util.js
var util_exports = {};
__export(util_exports, {
  BIGINT_FORMAT_RANGES: () => BIGINT_FORMAT_RANGES,
  CONSTANT_CATCH: () => CONSTANT_CATCH,
  Class: () => Class,
  NUMBER_FORMAT_RANGES: () => NUMBER_FORMAT_RANGES,
  aborted: () => aborted,
  allowsEval: () => allowsEval,
  assert: () => assert,
  assertEqual: () => assertEqual,
  assertIs: () => assertIs,
  assertNever: () => assertNever,
  assertNotEqual: () => assertNotEqual,
  assignProp: () => assignProp,
  attachSchema: () => attachSchema,
  base64ToUint8Array: () => base64ToUint8Array,
  base64urlToUint8Array: () => base64urlToUint8Array,
  cached: () => cached,
  captureStackTrace: () => captureStackTrace,
  cleanEnum: () => cleanEnum,
  cleanRegex: () => cleanRegex,
  clone: () => clone,
  cloneDef: () => cloneDef,
  codePointLength: () => codePointLength,
  constantCatch: () => constantCatch,
  createTransparentProxy: () => createTransparentProxy,
  defineLazy: () => defineLazy,
  defineLazyInternal: () => defineLazyInternal,
  derived: () => derived,
  esc: () => esc,
  escapeRegex: () => escapeRegex,
  explicitlyAborted: () => explicitlyAborted,
  extend: () => extend,
  finalizeIssue: () => finalizeIssue,
  floatSafeRemainder: () => floatSafeRemainder,
  getElementAtPath: () => getElementAtPath,
  getEnumValues: () => getEnumValues,
  getLengthableOrigin: () => getLengthableOrigin,
  getParsedType: () => getParsedType,
  getSizableOrigin: () => getSizableOrigin,
  hexToUint8Array: () => hexToUint8Array,
  hide: () => hide,
  installLazyProp: () => installLazyProp,
  isObject: () => isObject,
  isPlainObject: () => isPlainObject,
  issue: () => issue,
  joinValues: () => joinValues,
  jsonStringifyReplacer: () => jsonStringifyReplacer,
  members: () => members,
  merge: () => merge,
  mergeDefs: () => mergeDefs,
  normalizeParams: () => normalizeParams,
  nullish: () => nullish,
  numKeys: () => numKeys,
  objectClone: () => objectClone,
  omit: () => omit,
  optionalKeys: () => optionalKeys,
  own: () => own,
  parsedType: () => parsedType,
  partial: () => partial,
  pick: () => pick,
  prefixIssues: () => prefixIssues,
  primitiveTypes: () => primitiveTypes,
  promiseAllObject: () => promiseAllObject,
  propertyKeyTypes: () => propertyKeyTypes,
  randomString: () => randomString,
  rawShape: () => rawShape,
  required: () => required,
  safeExtend: () => safeExtend,
  shallowClone: () => shallowClone,
  sizeCaps: () => sizeCaps,
  slugify: () => slugify,
  stringifyPrimitive: () => stringifyPrimitive,
  toZod: () => toZod,
  uint8ArrayToBase64: () => uint8ArrayToBase64,
  uint8ArrayToBase64url: () => uint8ArrayToBase64url,
  uint8ArrayToHex: () => uint8ArrayToHex,
  unwrapMessage: () => unwrapMessage
});
function assertEqual(val) {
  return val;
}
function assertNotEqual(val) {
  return val;
}
function toZod() {
  return (schema) => schema;
}
function assertIs(_arg) {
}
function assertNever(_x) {
  throw new Error("Unexpected value in exhaustive check");
}
function assert(_) {
}
function getEnumValues(entries) {
  let numericValues = Object.values(entries).filter((v) => typeof v == "number");
  return Object.entries(entries).filter(([k, _]) => numericValues.indexOf(+k) === -1).map(([_, v]) => v);
}
function joinValues(array2, separator = "|") {
  return array2.map((val) => stringifyPrimitive(val)).join(separator);
}
function jsonStringifyReplacer(_, value) {
  return typeof value == "bigint" ? value.toString() : value;
}
var Cached = class {
  constructor(getter) {
    this._getter = getter, this._value = void 0;
  }
  get value() {
    let getter = this._getter;
    return getter !== void 0 && (this._value = getter(), this._getter = void 0), this._value;
  }
};
function cached(getter) {
  return new Cached(getter);
}
function nullish(input) {
  return input == null;
}
function cleanRegex(source) {
  let start = source.startsWith("^") ? 1 : 0, end = source.endsWith("$") ? source.length - 1 : source.length;
  return source.slice(start, end);
}
function floatSafeRemainder(val, step2) {
  let ratio2 = val / step2, roundedRatio = Math.round(ratio2), tolerance = 4 * Number.EPSILON * Math.max(Math.abs(ratio2), 1);
  return Math.abs(ratio2 - roundedRatio) < tolerance ? 0 : ratio2 - roundedRatio;
}
var EVALUATING = /* @__PURE__ */ Symbol("evaluating");
function defineLazy(object, key, getter) {
  let value;
  Object.defineProperty(object, key, {
    get() {
      if (value !== EVALUATING)
        return value === void 0 && (value = EVALUATING, value = getter()), value;
    },
    set(v) {
      Object.defineProperty(object, key, {
        value: v
        // configurable: true,
      });
    },
    configurable: !0
  });
}
function objectClone(obj) {
  return Object.create(Object.getPrototypeOf(obj), Object.getOwnPropertyDescriptors(obj));
}
function assignProp(target, prop, value) {
  Object.defineProperty(target, prop, {
    value,
    writable: !0,
    enumerable: !0,
    configurable: !0
  });
}
function rawShape(def) {
  let desc = Object.getOwnPropertyDescriptor(def, "shape");
  return desc?.get ? desc.get.raw : desc?.value;
}
function sourceShape(schema) {
  return rawShape(schema._zod.def) ?? schema._zod.def.shape;
}
function deferProp(target, key, getter) {
  Object.defineProperty(target, key, {
    get() {
      let value = getter();
      return assignProp(this, key, value), value;
    },
    enumerable: !0,
    configurable: !0
  });
}
function putProp(target, key, value) {
  key in target ? assignProp(target, key, value) : target[key] = value;
}
function mirrorShape(target, source, keys2, wrap) {
  let raw = sourceShape(source);
  for (let key of keys2) {
    let desc = Object.getOwnPropertyDescriptor(raw, key);
    desc.enumerable && (desc.get ? deferProp(target, key, () => {
      let value = source._zod.def.shape[key];
      return wrap ? wrap(value, key) : value;
    }) : putProp(target, key, wrap ? wrap(desc.value, key) : desc.value));
  }
}
function mirrorProps(target, source) {
  for (let key of Reflect.ownKeys(source)) {
    let desc = Object.getOwnPropertyDescriptor(source, key);
    desc.enumerable && (desc.get ? deferProp(target, key, () => source[key]) : putProp(target, key, desc.value));
  }
}
function mergeDefs(...defs) {
  let mergedDescriptors = {};
  for (let def of defs) {
    let descriptors = Object.getOwnPropertyDescriptors(def);
    Object.assign(mergedDescriptors, descriptors);
  }
  return Object.defineProperties({}, mergedDescriptors);
}
function cloneDef(schema) {
  return mergeDefs(schema._zod.def);
}
function getElementAtPath(obj, path2) {
  return path2 ? path2.reduce((acc, key) => acc?.[key], obj) : obj;
}
function promiseAllObject(promisesObj) {
  let keys2 = Object.keys(promisesObj), promises = keys2.map((key) => promisesObj[key]);
  return Promise.all(promises).then((results) => {
    let resolvedObj = {};
    for (let i = 0; i < keys2.length; i++)
      resolvedObj[keys2[i]] = results[i];
    return resolvedObj;
  });
}
function randomString(length = 10) {
  let chars = "abcdefghijklmnopqrstuvwxyz", str = "";
  for (let i = 0; i < length; i++)
    str += chars[Math.floor(Math.random() * chars.length)];
  return str;
}
function esc(str) {
  return JSON.stringify(str);
}
function slugify(input) {
  return input.toLowerCase().trim().replace(/[^\w\s-]/g, "").replace(/[\s_-]+/g, "-").replace(/^-+|-+$/g, "");
}
var captureStackTrace = "captureStackTrace" in Error ? Error.captureStackTrace : (..._args) => {
};
function isObject(data) {
  return typeof data == "object" && data !== null && !Array.isArray(data);
}
var allowsEval = /* @__PURE__ */ cached(() => {
  if (globalConfig.jitless || typeof navigator < "u" && navigator?.userAgent?.includes("Cloudflare"))
    return !1;
  try {
    let F = Function;
    return new F(""), !0;
  } catch {
    return !1;
  }
});
function isPlainObject(o) {
  if (isObject(o) === !1)
    return !1;
  let ctor = o.constructor;
  if (ctor === void 0 || typeof ctor != "function")
    return !0;
  let prot = ctor.prototype;
  return !(isObject(prot) === !1 || Object.prototype.hasOwnProperty.call(prot, "isPrototypeOf") === !1);
}
function shallowClone(o) {
  return isPlainObject(o) ? { ...o } : Array.isArray(o) ? [...o] : o instanceof Map ? new Map(o) : o instanceof Set ? new Set(o) : o;
}
function numKeys(data) {
  let keyCount2 = 0;
  for (let key in data)
    Object.prototype.hasOwnProperty.call(data, key) && keyCount2++;
  return keyCount2;
}
var getParsedType = (data) => {
  let t = typeof data;
  switch (t) {
    case "undefined":
      return "undefined";
    case "string":
      return "string";
    case "number":
      return Number.isNaN(data) ? "nan" : "number";
    case "boolean":
      return "boolean";
    case "function":
      return "function";
    case "bigint":
      return "bigint";
    case "symbol":
      return "symbol";
    case "object":
      return Array.isArray(data) ? "array" : data === null ? "null" : data.then && typeof data.then == "function" && data.catch && typeof data.catch == "function" ? "promise" : typeof Map < "u" && data instanceof Map ? "map" : typeof Set < "u" && data instanceof Set ? "set" : typeof Date < "u" && data instanceof Date ? "date" : typeof File < "u" && data instanceof File ? "file" : "object";
    default:
      throw new Error(`Unknown data type: ${t}`);
  }
}, propertyKeyTypes = /* @__PURE__ */ new Set(["string", "number", "symbol"]), primitiveTypes = /* @__PURE__ */ new Set([
  "string",
  "number",
  "bigint",
  "boolean",
  "symbol",
  "undefined"
]);
function escapeRegex(str) {
  return str.replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
}
function clone(inst, def, params) {
  let cl = new inst._zod.constr(def ?? inst._zod.def);
  return (!def || params?.parent) && (cl._zod.parent = inst), cl;
}
function normalizeParams(_params) {
  let params = _params;
  if (!params)
    return {};
  if (typeof params == "string")
    return { error: () => params };
  if (params?.message !== void 0) {
    if (params?.error !== void 0)
      throw new Error("Cannot specify both `message` and `error` params");
    params.error = params.message;
  }
  return delete params.message, typeof params.error == "string" ? { ...params, error: () => params.error } : params;
}
function createTransparentProxy(getter) {
  let target;
  return new Proxy({}, {
    get(_, prop, receiver) {
      return target ?? (target = getter()), Reflect.get(target, prop, receiver);
    },
    set(_, prop, value, receiver) {
      return target ?? (target = getter()), Reflect.set(target, prop, value, receiver);
    },
    has(_, prop) {
      return target ?? (target = getter()), Reflect.has(target, prop);
    },
    deleteProperty(_, prop) {
      return target ?? (target = getter()), Reflect.deleteProperty(target, prop);
    },
    ownKeys(_) {
      return target ?? (target = getter()), Reflect.ownKeys(target);
    },
    getOwnPropertyDescriptor(_, prop) {
      return target ?? (target = getter()), Reflect.getOwnPropertyDescriptor(target, prop);
    },
    defineProperty(_, prop, descriptor) {
      return target ?? (target = getter()), Reflect.defineProperty(target, prop, descriptor);
    }
  });
}
function stringifyPrimitive(value) {
  return typeof value == "bigint" ? value.toString() + "n" : typeof value == "string" ? `"${value}"` : `${value}`;
}
function optionalKeys(shape) {
  return Object.keys(shape).filter((k) => shape[k]._zod.optin !== void 0 && shape[k]._zod.optout === "optional");
}
var NUMBER_FORMAT_RANGES = {
  safeint: [Number.MIN_SAFE_INTEGER, Number.MAX_SAFE_INTEGER],
  int32: [-2147483648, 2147483647],
  uint32: [0, 4294967295],
  float32: [-34028234663852886e22, 34028234663852886e22],
  float64: [-Number.MAX_VALUE, Number.MAX_VALUE]
}, BIGINT_FORMAT_RANGES = {
  int64: [/* @__PURE__ */ BigInt("-9223372036854775808"), /* @__PURE__ */ BigInt("9223372036854775807")],
  uint64: [/* @__PURE__ */ BigInt(0), /* @__PURE__ */ BigInt("18446744073709551615")]
};
function pick(schema, mask2) {
  let currDef = schema._zod.def, checks = currDef.checks;
  if (checks && checks.length > 0)
    throw new Error(".pick() cannot be used on object schemas containing refinements");
  let newShape3 = {};
  return mirrorShape(newShape3, schema, maskedKeys(schema, mask2)), clone(schema, mergeDefs(currDef, { shape: newShape3, checks: [] }));
}
function maskedKeys(schema, mask2) {
  let raw = sourceShape(schema), keys2 = [];
  for (let key of Reflect.ownKeys(mask2)) {
    if (!Object.getOwnPropertyDescriptor(raw, key)?.enumerable)
      throw new Error(`Unrecognized key: "${String(key)}"`);
    mask2[key] && keys2.push(key);
  }
  return keys2;
}
function omit(schema, mask2) {
  let currDef = schema._zod.def, checks = currDef.checks;
  if (checks && checks.length > 0)
    throw new Error(".omit() cannot be used on object schemas containing refinements");
  let omitted = new Set(maskedKeys(schema, mask2)), newShape3 = {};
  return mirrorShape(newShape3, schema, Reflect.ownKeys(sourceShape(schema)).filter((key) => !omitted.has(key))), clone(schema, mergeDefs(currDef, { shape: newShape3, checks: [] }));
}
function extend(schema, shape) {
  if (!isPlainObject(shape))
    throw new Error("Invalid input to extend: expected a plain object");
  let checks = schema._zod.def.checks;
  if (checks && checks.length > 0) {
    let existingShape = sourceShape(schema);
    for (let key of Reflect.ownKeys(shape))
      if (Object.getOwnPropertyDescriptor(existingShape, key) !== void 0)
        throw new Error("Cannot overwrite keys on object schemas containing refinements. Use `.safeExtend()` instead.");
  }
  return clone(schema, mergeDefs(schema._zod.def, { shape: extended(schema, shape) }));
}
function extended(schema, shape) {
  let newShape3 = {};
  return mirrorShape(newShape3, schema, Reflect.ownKeys(sourceShape(schema))), mirrorProps(newShape3, shape), newShape3;
}
function safeExtend(schema, shape) {
  if (!isPlainObject(shape))
    throw new Error("Invalid input to safeExtend: expected a plain object");
  return clone(schema, mergeDefs(schema._zod.def, { shape: extended(schema, shape) }));
}
function merge(a, b) {
  if (!b?._zod?.def)
    throw new Error("Invalid input to merge: expected an object schema. To merge a plain shape, use `.extend()`.");
  if (a._zod.def.checks?.length)
    throw new Error(".merge() cannot be used on object schemas containing refinements. Use .safeExtend() instead.");
  let newShape3 = {};
  mirrorShape(newShape3, a, Reflect.ownKeys(sourceShape(a))), mirrorShape(newShape3, b, Reflect.ownKeys(sourceShape(b)));
  let def = mergeDefs(a._zod.def, {
    shape: newShape3,
    get catchall() {
      return b._zod.def.catchall;
    },
    checks: b._zod.def.checks ?? []
  });
  return clone(a, def);
}
function partial(Class2, schema, mask2, name2 = "partial") {
  let checks = schema._zod.def.checks;
  if (checks && checks.length > 0)
    throw new Error(`.${name2}() cannot be used on object schemas containing refinements`);
  let selected = mask2 ? new Set(maskedKeys(schema, mask2)) : void 0, newShape3 = {};
  return mirrorShape(newShape3, schema, Reflect.ownKeys(sourceShape(schema)), Class2 && ((value, key) => selected && !selected.has(key) ? value : new Class2({ type: "optional", innerType: value }))), clone(schema, mergeDefs(schema._zod.def, { shape: newShape3, checks: [] }));
}
function required(Class2, schema, mask2) {
  let selected = mask2 ? new Set(maskedKeys(schema, mask2)) : void 0, newShape3 = {};
  return mirrorShape(newShape3, schema, Reflect.ownKeys(sourceShape(schema)), (value, key) => (
    // overwrite with non-optional
    selected && !selected.has(key) ? value : new Class2({ type: "nonoptional", innerType: value })
  )), clone(schema, mergeDefs(schema._zod.def, { shape: newShape3 }));
}
function aborted(x, startIndex = 0) {
  if (x.aborted === !0)
    return !0;
  for (let i = startIndex; i < x.issues.length; i++)
    if (x.issues[i]?.continue !== !0)
      return !0;
  return !1;
}
function explicitlyAborted(x, startIndex = 0) {
  if (x.aborted === !0)
    return !0;
  for (let i = startIndex; i < x.issues.length; i++)
    if (x.issues[i]?.continue === !1)
      return !0;
  return !1;
}
function prefixIssues(path2, issues) {
  return issues.map((iss) => {
    var _a3;
    return (_a3 = iss).path ?? (_a3.path = []), iss.path.unshift(path2), iss;
  });
}
function unwrapMessage(message) {
  return typeof message == "string" ? message : message?.message;
}
function sizeCaps(defChecks) {
  let caps = [];
  for (let ch of defChecks ?? []) {
    let d = ch._zod.def;
    if (!/_(length|size)$|_equals$/.test(d.check))
      break;
    let max = d.maximum ?? d.length ?? d.size;
    max >= 0 && caps.push([max, ch]);
  }
  return caps;
}
function attachSchema(issues, start, inst) {
  var _a3;
  for (let i = start; i < issues.length; i++)
    (_a3 = issues[i]).schema ?? (_a3.schema = inst);
}
function finalizeIssue(iss, ctx, config2) {
  var _a3;
  let traits = iss.inst?._zod?.traits;
  traits?.has("$ZodType") && (traits.has("$ZodCheck") ? (_a3 = iss).schema ?? (_a3.schema = iss.inst) : iss.schema = iss.inst);
  let schemaError = iss.schema !== iss.inst ? iss.schema?._zod.def?.error : void 0, message = iss.message ? iss.message : unwrapMessage(iss.inst?._zod.def?.error?.(iss)) ?? unwrapMessage(schemaError?.(iss)) ?? unwrapMessage(ctx?.error?.(iss)) ?? unwrapMessage(config2.customError?.(iss)) ?? unwrapMessage(config2.localeError?.(iss)) ?? "Invalid input", full = {};
  for (let k of Object.keys(iss))
    k === "inst" || k === "schema" || k === "continue" || k === "input" || k === "__proto__" || (full[k] = iss[k]);
  return full.path ?? (full.path = []), full.message = message, ctx?.reportInput && (full.input = iss.input), full;
}
function getSizableOrigin(input) {
  return input instanceof Set ? "set" : input instanceof Map ? "map" : input instanceof File ? "file" : "unknown";
}
var highSurrogate = /[\uD800-\uDBFF]/;
function codePointLength(str) {
  let units = str.length;
  if (!highSurrogate.test(str))
    return units;
  let count2 = units;
  for (let i = 0; i < units - 1; i++)
    (str.charCodeAt(i) & 64512) === 55296 && (str.charCodeAt(i + 1) & 64512) === 56320 && (count2--, i++);
  return count2;
}
function getLengthableOrigin(input) {
  return Array.isArray(input) ? "array" : typeof input == "string" ? "string" : "unknown";
}
function parsedType(data) {
  let t = typeof data;
  switch (t) {
    case "number":
      return Number.isNaN(data) ? "nan" : "number";
    case "object": {
      if (data === null)
        return "null";
      if (Array.isArray(data))
        return "array";
      let obj = data;
      if (obj && Object.getPrototypeOf(obj) !== Object.prototype && "constructor" in obj && obj.constructor)
        return obj.constructor.name;
    }
  }
  return t;
}
function issue(...args) {
  let [iss, input, inst] = args;
  return typeof iss == "string" ? {
    message: iss,
    code: "custom",
    input,
    inst
  } : { ...iss };
}
function cleanEnum(obj) {
  return Object.entries(obj).filter(([k, _]) => Number.isNaN(Number.parseInt(k, 10))).map((el) => el[1]);
}
function base64ToUint8Array(base642) {
  let binaryString = atob(base642), bytes = new Uint8Array(binaryString.length);
  for (let i = 0; i < binaryString.length; i++)
    bytes[i] = binaryString.charCodeAt(i);
  return bytes;
}
function uint8ArrayToBase64(bytes) {
  let binaryString = "";
  for (let i = 0; i < bytes.length; i++)
    binaryString += String.fromCharCode(bytes[i]);
  return btoa(binaryString);
}
function base64urlToUint8Array(base64url2) {
  let base642 = base64url2.replace(/-/g, "+").replace(/_/g, "/"), padding = "=".repeat((4 - base642.length % 4) % 4);
  return base64ToUint8Array(base642 + padding);
}
function uint8ArrayToBase64url(bytes) {
  return uint8ArrayToBase64(bytes).replace(/\+/g, "-").replace(/\//g, "_").replace(/=/g, "");
}
function hexToUint8Array(hex) {
  let cleanHex = hex.replace(/^0x/, "");
  if (cleanHex.length % 2 !== 0)
    throw new Error("Invalid hex string length");
  let bytes = new Uint8Array(cleanHex.length / 2);
  for (let i = 0; i < cleanHex.length; i += 2)
    bytes[i / 2] = Number.parseInt(cleanHex.slice(i, i + 2), 16);
  return bytes;
}
function uint8ArrayToHex(bytes) {
  return Array.from(bytes).map((b) => b.toString(16).padStart(2, "0")).join("");
}
var Class = class {
  constructor(..._args) {
  }
};
function members(proto, table) {
  for (let key in table) {
    let desc = Object.getOwnPropertyDescriptor(table, key);
    desc.get ? Object.defineProperty(proto, key, { ...desc, enumerable: !1 }) : defineBound(proto, key, desc.value);
  }
}
function own(inst, key, value, enumerable = !0) {
  return Object.defineProperty(inst, key, { configurable: !0, writable: !0, enumerable, value }), value;
}
function hide(inst, key, value) {
  return own(inst, key, value, !1);
}
// @__NO_SIDE_EFFECTS__
function derived(computes, table) {
  for (let key in computes) {
    let compute = computes[key];
    Object.defineProperty(table, key, {
      configurable: !0,
      enumerable: !0,
      get() {
        return own(this, key, compute(this));
      },
      set(value) {
        own(this, key, value);
      }
    });
  }
  return table;
}
function defineBound(proto, key, fn) {
  Object.defineProperty(proto, key, {
    configurable: !0,
    get() {
      return this == null ? fn : own(this, key, fn.bind(this));
    },
    set(value) {
      own(this, key, value);
    }
  });
}
function claim(inst, sentinel) {
  let proto = Object.getPrototypeOf(inst);
  return sentinel in proto ? void 0 : proto;
}
var installing, broke = !1, breaker = {
  configurable: !0,
  get() {
    broke = !0;
  }
};
function defineLazyInternal(inst, key, compute) {
  let proto = Object.getPrototypeOf(inst._zod);
  if (key in proto && installing !== inst._zod) {
    installing = void 0;
    return;
  }
  installing = inst._zod, Object.defineProperty(proto, key, {
    configurable: !0,
    get() {
      Object.defineProperty(this, key, breaker);
      let outer2 = broke;
      broke = !1;
      try {
        let value = compute(this);
        return broke ? delete this[key] : Object.defineProperty(this, key, { configurable: !0, writable: !0, value }), broke = broke || outer2, value;
      } catch (err) {
        throw delete this[key], broke = broke || outer2, err;
      }
    },
    set(value) {
      Object.defineProperty(this, key, { configurable: !0, writable: !0, value });
    }
  });
}
function installLazyProp(inst, key, make, enumerable) {
  let proto = claim(inst, key);
  proto && Object.defineProperty(proto, key, {
    configurable: !0,
    get() {
      let desc = { configurable: !0, writable: !0, enumerable, value: void 0 };
      return Object.defineProperty(this, key, desc), desc.value = make(this), Object.defineProperty(this, key, desc), desc.value;
    },
    set(value) {
      Object.defineProperty(this, key, { configurable: !0, writable: !0, enumerable, value });
    }
  });
}
var CONSTANT_CATCH = "~constantCatch";
function constantCatch(value) {
  let fn = () => value;
  return fn[CONSTANT_CATCH] = !0, fn;
}

// node_modules/zod/v4/core/core.js
var _a;
var _zodDesc = { value: void 0, enumerable: !1 }, _E = "captureStackTrace" in Error ? Error : null;
function newError(Definition) {
  let E = _E;
  if (E) {
    let saved = E.stackTraceLimit;
    if (typeof saved == "number") {
      try {
        E.stackTraceLimit = 0;
      } catch {
        return _E = null, new Definition();
      }
      try {
        return new Definition();
      } finally {
        E.stackTraceLimit = saved;
      }
    }
  }
  return new Definition();
}
// @__NO_SIDE_EFFECTS__
function $constructor(name2, initializer3, proto, params) {
  let zodProto = {};
  function Internals(def) {
    this.def = def, this.constr = _, this.traits = /* @__PURE__ */ new Set();
  }
  Internals.prototype = zodProto;
  let protoMembers = proto, initialized = protoMembers && /* @__PURE__ */ new WeakSet();
  function init(inst, def) {
    if (inst._zod) {
      if (inst._zod.traits.has(name2))
        return;
    } else {
      _zodDesc.value = new Internals(def);
      try {
        Object.defineProperty(inst, "_zod", _zodDesc);
      } finally {
        _zodDesc.value = void 0;
      }
    }
    if (inst._zod.traits.add(name2), initializer3(inst, def), initialized) {
      let own2 = Object.getPrototypeOf(inst), ctorProto = inst._zod.constr.prototype, up = own2;
      for (; up && up !== ctorProto; )
        up = Object.getPrototypeOf(up);
      let target = up ?? own2;
      initialized.has(target) || (initialized.add(target), members(target, protoMembers));
    }
    let proto2 = _.prototype;
    for (let k in proto2)
      Object.prototype.hasOwnProperty.call(proto2, k) && (k in inst || (inst[k] = proto2[k].bind(inst)));
  }
  let Parent = params?.Parent ?? Object;
  class Definition extends Parent {
  }
  Object.defineProperty(Definition, "name", { value: name2 });
  function _(def) {
    let inst = params?.Parent ? newError(Definition) : this;
    init(inst, def);
    let deferred = inst._zod.deferred;
    if (deferred) {
      for (let fn of deferred)
        fn();
      inst._zod.deferred = void 0;
    }
    let pp = globalThis.__zod_globalConfig?.postProcessor;
    return pp && pp(inst), inst;
  }
  return Object.defineProperty(_, "init", { value: init }), Object.defineProperty(_, Symbol.hasInstance, {
    value: (inst) => params?.Parent && inst instanceof params.Parent ? !0 : inst?._zod?.traits?.has(name2)
  }), Object.defineProperty(_, "name", { value: name2 }), _;
}
var $ZodAsyncError = class extends Error {
  constructor() {
    super("Encountered Promise during synchronous parse. Use .parseAsync() instead.");
  }
}, $ZodEncodeError = class extends Error {
  constructor(name2) {
    super(`Encountered unidirectional transform during encode: ${name2}`), this.name = "ZodEncodeError";
  }
};
(_a = globalThis).__zod_globalConfig ?? (_a.__zod_globalConfig = {});
var globalConfig = globalThis.__zod_globalConfig;
function config(newConfig) {
  return newConfig && Object.assign(globalConfig, newConfig), globalConfig;
}

// node_modules/zod/v4/core/errors.js
function _getMessage() {
  let internals = this._zod;
  return internals.message ?? (internals.message = JSON.stringify(internals.def, jsonStringifyReplacer, 2)), internals.message;
}
function _setMessage(value) {
  this._zod.message = value;
}
var _messageDesc = {
  get: _getMessage,
  set: _setMessage,
  enumerable: !0,
  configurable: !0
}, _issuesDesc = { value: void 0, enumerable: !1 }, _installedToString = /* @__PURE__ */ new WeakSet([Object.prototype, Error.prototype]), initializer = (inst, def) => {
  inst.name = "$ZodError", _issuesDesc.value = def, Object.defineProperty(inst, "issues", _issuesDesc), _issuesDesc.value = void 0, Object.defineProperty(inst, "message", _messageDesc);
  let proto = Object.getPrototypeOf(inst);
  _installedToString.has(proto) || (_installedToString.add(proto), Object.defineProperty(proto, "toString", {
    configurable: !0,
    enumerable: !1,
    get() {
      let value = () => this.message;
      return Object.defineProperty(this, "toString", { value, configurable: !0, writable: !0 }), value;
    },
    set(value) {
      Object.defineProperty(this, "toString", { value, configurable: !0, writable: !0 });
    }
  }));
}, $ZodError = $constructor("$ZodError", initializer), $ZodRealError = $constructor("$ZodError", initializer, void 0, {
  Parent: Error
});
function node(obj, key, make) {
  return Object.prototype.hasOwnProperty.call(obj, key) || (key === "__proto__" ? Object.defineProperty(obj, key, { value: make(), writable: !0, enumerable: !0, configurable: !0 }) : obj[key] = make()), obj[key];
}
function flattenError(error2, mapper = (issue2) => issue2.message) {
  let fieldErrors = {}, formErrors = [];
  for (let sub of error2.issues)
    sub.path.length > 0 ? node(fieldErrors, sub.path[0], () => []).push(mapper(sub)) : formErrors.push(mapper(sub));
  return { formErrors, fieldErrors };
}
function formatError(error2, mapper = (issue2) => issue2.message) {
  let fieldErrors = { _errors: [] }, processError = (error3, path2 = []) => {
    for (let issue2 of error3.issues)
      if (issue2.code === "invalid_union" && issue2.errors.length)
        issue2.errors.map((issues) => processError({ issues }, [...path2, ...issue2.path]));
      else if (issue2.code === "invalid_key")
        processError({ issues: issue2.issues }, [...path2, ...issue2.path]);
      else if (issue2.code === "invalid_element")
        processError({ issues: issue2.issues }, [...path2, ...issue2.path]);
      else {
        let fullpath = [...path2, ...issue2.path];
        if (fullpath.length === 0)
          fieldErrors._errors.push(mapper(issue2));
        else {
          let curr = fieldErrors, i = 0;
          for (; i < fullpath.length; ) {
            let el = fullpath[i], terminal = i === fullpath.length - 1;
            if (el === "_errors") {
              terminal && curr._errors.push(mapper(issue2)), i++;
              continue;
            }
            Object.prototype.hasOwnProperty.call(curr, el) || Object.defineProperty(curr, el, {
              value: { _errors: [] },
              enumerable: !0,
              writable: !0,
              configurable: !0
            });
            let node2 = curr[el];
            terminal && node2._errors.push(mapper(issue2)), curr = node2, i++;
          }
        }
      }
  };
  return processError(error2), fieldErrors;
}

// node_modules/zod/v4/core/parse.js
function finalizeParams(callee, params) {
  return { callee: params?.callee ?? callee, Err: params?.Err };
}
var _parse = (_Err) => {
  let fn = (schema, value, _ctx, _params) => {
    let ctx = _ctx ? { ..._ctx, async: !1 } : { async: !1 }, result = schema._zod.run({ value, issues: [] }, ctx);
    if (result instanceof Promise)
      throw new $ZodAsyncError();
    if (result.issues.length) {
      let e = new (_params?.Err ?? _Err)(result.issues.map((iss) => finalizeIssue(iss, ctx, config())));
      throw captureStackTrace(e, _params?.callee ?? fn), e;
    }
    return result.value;
  };
  return fn;
};
var _parseAsync = (_Err) => {
  let fn = async (schema, value, _ctx, params) => {
    let ctx = _ctx ? { ..._ctx, async: !0 } : { async: !0 }, result = schema._zod.run({ value, issues: [] }, ctx);
    if (result instanceof Promise && (result = await result), result.issues.length) {
      let e = new (params?.Err ?? _Err)(result.issues.map((iss) => finalizeIssue(iss, ctx, config())));
      throw captureStackTrace(e, params?.callee ?? fn), e;
    }
    return result.value;
  };
  return fn;
};
var _safeParse = (_Err) => (schema, value, _ctx) => {
  let ctx = _ctx ? { ..._ctx, async: !1 } : { async: !1 }, result = schema._zod.run({ value, issues: [] }, ctx);
  if (result instanceof Promise)
    throw new $ZodAsyncError();
  return result.issues.length ? failure(_Err, result.issues, ctx) : { success: !0, data: result.value };
};
function failure(Err, issues, ctx) {
  let error2;
  return {
    success: !1,
    get error() {
      return error2 || (error2 = new Err(issues.map((iss) => finalizeIssue(iss, ctx, config()))), issues = void 0, ctx = void 0), error2;
    },
    set error(e) {
      error2 = e, issues = void 0, ctx = void 0;
    }
  };
}
var _safeParseAsync = (_Err) => async (schema, value, _ctx) => {
  let ctx = _ctx ? { ..._ctx, async: !0 } : { async: !0 }, result = schema._zod.run({ value, issues: [] }, ctx);
  return result instanceof Promise && (result = await result), result.issues.length ? failure(_Err, result.issues, ctx) : { success: !0, data: result.value };
};
var COMPILE_INVALID = /* @__PURE__ */ Symbol.for("zod.compile.invalid"), COMPILE_FALLBACK = /* @__PURE__ */ Symbol.for("zod.compile.fallback"), validate = ((schema, value, _ctx) => {
  let validator = schema._zod.bag.validator;
  if (validator !== void 0) {
    if (validator(value) !== COMPILE_INVALID)
      return !0;
    if (validator.definite === !0 && _ctx === void 0)
      return !1;
  }
  return validateFallback(schema, value, _ctx);
});
function validateFallback(schema, value, _ctx) {
  let ctx = _ctx ? { ..._ctx, async: !1, abortEarly: !0 } : { async: !1, abortEarly: !0 }, fallbackRun = schema._zod.bag.fallbackRun, result;
  if (fallbackRun ? (ctx[COMPILE_FALLBACK] = !0, result = fallbackRun({ value, issues: [] }, ctx)) : result = schema._zod.run({ value, issues: [] }, ctx), result instanceof Promise)
    throw new $ZodAsyncError();
  return result.issues.length === 0;
}
var validateAsync = async (schema, value, _ctx) => {
  let ctx = _ctx ? { ..._ctx, async: !0, abortEarly: !0 } : { async: !0, abortEarly: !0 }, result = schema._zod.run({ value, issues: [] }, ctx);
  return result instanceof Promise && (result = await result), result.issues.length === 0;
}, _encode = (_Err) => {
  let parse2 = _parse(_Err), fn = (schema, value, _ctx, _params) => {
    let ctx = _ctx ? { ..._ctx, direction: "backward" } : { direction: "backward" };
    return parse2(schema, value, ctx, finalizeParams(fn, _params));
  };
  return fn;
};
var _decode = (_Err) => {
  let parse2 = _parse(_Err), fn = (schema, value, _ctx, _params) => parse2(schema, value, _ctx, finalizeParams(fn, _params));
  return fn;
};
var _encodeAsync = (_Err) => {
  let parseAsync2 = _parseAsync(_Err), fn = async (schema, value, _ctx, _params) => {
    let ctx = _ctx ? { ..._ctx, direction: "backward" } : { direction: "backward" };
    return await parseAsync2(schema, value, ctx, finalizeParams(fn, _params));
  };
  return fn;
};
var _decodeAsync = (_Err) => {
  let parseAsync2 = _parseAsync(_Err), fn = async (schema, value, _ctx, _params) => await parseAsync2(schema, value, _ctx, finalizeParams(fn, _params));
  return fn;
};
var _safeEncode = (_Err) => (schema, value, _ctx) => {
  let ctx = _ctx ? { ..._ctx, direction: "backward" } : { direction: "backward" };
  return _safeParse(_Err)(schema, value, ctx);
};
var _safeDecode = (_Err) => (schema, value, _ctx) => _safeParse(_Err)(schema, value, _ctx);
var _safeEncodeAsync = (_Err) => async (schema, value, _ctx) => {
  let ctx = _ctx ? { ..._ctx, direction: "backward" } : { direction: "backward" };
  return _safeParseAsync(_Err)(schema, value, ctx);
};
var _safeDecodeAsync = (_Err) => async (schema, value, _ctx) => _safeParseAsync(_Err)(schema, value, _ctx);

// node_modules/zod/v4/core/regexes.js
var cuid = /^[cC][0-9a-z]{6,}$/, cuid2 = /^[0-9a-z]+$/, ulid = /^[0-7][0-9A-HJKMNP-TV-Za-hjkmnp-tv-z]{25}$/, xid = /^[0-9a-vA-V]{20}$/, ksuid = /^[A-Za-z0-9]{27}$/, nanoid = /^[a-zA-Z0-9_-]{21}$/;
function nanoidOfLength(length) {
  return new RegExp(`^[a-zA-Z0-9_-]{${length}}$`);
}
var duration = /^P(?:(\d+W)|(?!.*W)(?=\d|T\d)(\d+Y)?(\d+M)?(\d+D)?(T(?=\d)(\d+H)?(\d+M)?(\d+([.,]\d+)?S)?)?)$/;
var guid = /^([0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{4}-[0-9a-fA-F]{12})$/, uuid = (version3) => version3 ? new RegExp(`^([0-9a-fA-F]{8}-[0-9a-fA-F]{4}-${version3}[0-9a-fA-F]{3}-[89abAB][0-9a-fA-F]{3}-[0-9a-fA-F]{12})$`) : /^([0-9a-fA-F]{8}-[0-9a-fA-F]{4}-[1-8][0-9a-fA-F]{3}-[89abAB][0-9a-fA-F]{3}-[0-9a-fA-F]{12}|00000000-0000-0000-0000-000000000000|ffffffff-ffff-ffff-ffff-ffffffffffff)$/;
var email = /^(?:[A-Za-z0-9_'+\-]+\.)*[A-Za-z0-9_'+\-]*[A-Za-z0-9_+-]@(?:[A-Za-z0-9][A-Za-z0-9\-]*\.)+[A-Za-z]{2,}$/;
var _emoji = "^(?=[\\s\\S]*[\\p{Extended_Pictographic}\\p{Regional_Indicator}\\u20E3])[\\p{Extended_Pictographic}\\p{Emoji_Component}]+$";
function emoji() {
  return new RegExp(_emoji, "u");
}
var ipv4 = /^(?:(?:25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9][0-9]|[0-9])\.){3}(?:25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9][0-9]|[0-9])$/, ipv6 = /^(([0-9a-fA-F]{1,4}:){7}[0-9a-fA-F]{1,4}|([0-9a-fA-F]{1,4}:){1,7}:|([0-9a-fA-F]{1,4}:){1,6}:[0-9a-fA-F]{1,4}|([0-9a-fA-F]{1,4}:){1,5}(:[0-9a-fA-F]{1,4}){1,2}|([0-9a-fA-F]{1,4}:){1,4}(:[0-9a-fA-F]{1,4}){1,3}|([0-9a-fA-F]{1,4}:){1,3}(:[0-9a-fA-F]{1,4}){1,4}|([0-9a-fA-F]{1,4}:){1,2}(:[0-9a-fA-F]{1,4}){1,5}|[0-9a-fA-F]{1,4}:((:[0-9a-fA-F]{1,4}){1,6})|:((:[0-9a-fA-F]{1,4}){1,7}|:))$/;
var cidrv4 = /^((25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9][0-9]|[0-9])\.){3}(25[0-5]|2[0-4][0-9]|1[0-9][0-9]|[1-9][0-9]|[0-9])\/([0-9]|[1-2][0-9]|3[0-2])$/, cidrv6 = /^(([0-9a-fA-F]{1,4}:){7}[0-9a-fA-F]{1,4}|([0-9a-fA-F]{1,4}:){1,7}:|([0-9a-fA-F]{1,4}:){1,6}:[0-9a-fA-F]{1,4}|([0-9a-fA-F]{1,4}:){1,5}(:[0-9a-fA-F]{1,4}){1,2}|([0-9a-fA-F]{1,4}:){1,4}(:[0-9a-fA-F]{1,4}){1,3}|([0-9a-fA-F]{1,4}:){1,3}(:[0-9a-fA-F]{1,4}){1,4}|([0-9a-fA-F]{1,4}:){1,2}(:[0-9a-fA-F]{1,4}){1,5}|[0-9a-fA-F]{1,4}:((:[0-9a-fA-F]{1,4}){1,6})|:((:[0-9a-fA-F]{1,4}){1,7}|:))\/(12[0-8]|1[01][0-9]|[1-9]?[0-9])$/, base64 = /^$|^(?:[0-9a-zA-Z+/]{4})*(?:(?:[0-9a-zA-Z+/]{2}==)|(?:[0-9a-zA-Z+/]{3}=))?$/, base64url = /^(?:[A-Za-z0-9_-]{4})*(?:[A-Za-z0-9_-]{2,3})?$/;
var httpProtocol = /^https?$/, e164 = /^\+[1-9]\d{6,14}$/;
var dateSource = "(?:(?:\\d\\d[2468][048]|\\d\\d[13579][26]|\\d\\d0[48]|[02468][048]00|[13579][26]00)-02-29|\\d{4}-(?:(?:0[13578]|1[02])-(?:0[1-9]|[12]\\d|3[01])|(?:0[469]|11)-(?:0[1-9]|[12]\\d|30)|(?:02)-(?:0[1-9]|1\\d|2[0-8])))";
function anchor(source) {
  return new RegExp(`^${source}$`);
}
var date = /* @__PURE__ */ anchor(dateSource);
function timeSource(args) {
  let hhmm = "(?:[01]\\d|2[0-3]):[0-5]\\d";
  return typeof args.precision == "number" ? args.precision === -1 ? `${hhmm}` : args.precision === 0 ? `${hhmm}:[0-5]\\d` : `${hhmm}:[0-5]\\d\\.\\d{${args.precision}}` : args.seconds ? `${hhmm}:[0-5]\\d(?:\\.\\d+)?` : `${hhmm}(?::[0-5]\\d(?:\\.\\d+)?)?`;
}
function time(args) {
  return new RegExp(`^${timeSource(args)}$`);
}
function datetime(args) {
  let opts = ["Z"];
  args.offset && opts.push("([+-](?:[01]\\d|2[0-3]):[0-5]\\d)");
  let qualified = `${timeSource({ precision: args.precision, seconds: !0 })}(?:${opts.join("|")})`, timeRegex = args.local ? `${qualified}|${timeSource({ precision: args.precision })}` : qualified;
  return new RegExp(`^${dateSource}T(?:${timeRegex})$`);
}
var anyString = /^[\s\S]{0,}$/;
var integer = /^-?\d+$/, number2 = /^-?\d+(?:\.\d+)?$/, boolean = /^(?:true|false)$/i;
var lowercase = /^[^A-Z]*$/, uppercase = /^[^a-z]*$/;

// node_modules/zod/v4/core/checks.js
var $ZodCheck = /* @__PURE__ */ $constructor("$ZodCheck", (inst, def) => {
  var _a3;
  inst._zod ?? (inst._zod = {}), inst._zod.def = def, (_a3 = inst._zod).onattach ?? (_a3.onattach = []);
});
var _whenHasLength = (payload) => {
  let val = payload.value;
  return !nullish(val) && val.length !== void 0;
}, numericOriginMap = {
  number: "number",
  bigint: "bigint",
  object: "date"
}, $ZodCheckLessThan = /* @__PURE__ */ $constructor("$ZodCheckLessThan", (inst, def) => {
  $ZodCheck.init(inst, def);
  let origin = numericOriginMap[typeof def.value];
  inst._zod.check = (payload) => {
    (def.inclusive ? payload.value <= def.value : payload.value < def.value) || payload.issues.push({
      origin: numericOriginMap[typeof payload.value] ?? origin,
      code: "too_big",
      maximum: typeof def.value == "object" ? def.value.getTime() : def.value,
      input: payload.value,
      inclusive: def.inclusive,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckGreaterThan = /* @__PURE__ */ $constructor("$ZodCheckGreaterThan", (inst, def) => {
  $ZodCheck.init(inst, def);
  let origin = numericOriginMap[typeof def.value];
  inst._zod.check = (payload) => {
    (def.inclusive ? payload.value >= def.value : payload.value > def.value) || payload.issues.push({
      origin: numericOriginMap[typeof payload.value] ?? origin,
      code: "too_small",
      minimum: typeof def.value == "object" ? def.value.getTime() : def.value,
      input: payload.value,
      inclusive: def.inclusive,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckMultipleOf = /* @__PURE__ */ $constructor("$ZodCheckMultipleOf", (inst, def) => {
  $ZodCheck.init(inst, def), inst._zod.check = (payload) => {
    if (typeof payload.value != typeof def.value)
      throw new Error("Cannot mix number and bigint in multiple_of check.");
    (typeof payload.value == "bigint" ? (
      // `value % 0n` throws, and nothing is a multiple of zero — the number branch already fails this way via NaN
      def.value !== BigInt(0) && payload.value % def.value === BigInt(0)
    ) : floatSafeRemainder(payload.value, def.value) === 0) || payload.issues.push({
      origin: typeof payload.value,
      code: "not_multiple_of",
      divisor: def.value,
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckNumberFormat = /* @__PURE__ */ $constructor("$ZodCheckNumberFormat", (inst, def) => {
  $ZodCheck.init(inst, def), def.format = def.format || "float64";
  let isInt = def.format?.includes("int"), origin = isInt ? "int" : "number", [minimum, maximum] = NUMBER_FORMAT_RANGES[def.format];
  inst._zod.check = (payload) => {
    let input = payload.value;
    if (isInt) {
      if (!Number.isInteger(input)) {
        payload.issues.push({
          expected: origin,
          format: def.format,
          code: "invalid_type",
          continue: !1,
          input,
          inst
        });
        return;
      }
      if (!Number.isSafeInteger(input)) {
        input > 0 ? payload.issues.push({
          input,
          code: "too_big",
          maximum: Number.MAX_SAFE_INTEGER,
          note: "Integers must be within the safe integer range.",
          inst,
          origin,
          inclusive: !0,
          continue: !def.abort
        }) : payload.issues.push({
          input,
          code: "too_small",
          minimum: Number.MIN_SAFE_INTEGER,
          note: "Integers must be within the safe integer range.",
          inst,
          origin,
          inclusive: !0,
          continue: !def.abort
        });
        return;
      }
    }
    input < minimum && payload.issues.push({
      origin: "number",
      input,
      code: "too_small",
      minimum,
      inclusive: !0,
      inst,
      continue: !def.abort
    }), input > maximum && payload.issues.push({
      origin: "number",
      input,
      code: "too_big",
      maximum,
      inclusive: !0,
      inst,
      continue: !def.abort
    });
  };
});
var $ZodCheckMaxLength = /* @__PURE__ */ $constructor("$ZodCheckMaxLength", (inst, def) => {
  var _a3;
  $ZodCheck.init(inst, def), (_a3 = inst._zod.def).when ?? (_a3.when = _whenHasLength), inst._zod.check = (payload) => {
    let input = payload.value, units = input.length;
    if ((typeof input == "string" && units > def.maximum ? codePointLength(input) : units) <= def.maximum)
      return;
    let origin = getLengthableOrigin(input);
    payload.issues.push({
      origin,
      code: "too_big",
      maximum: def.maximum,
      inclusive: !0,
      input,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckMinLength = /* @__PURE__ */ $constructor("$ZodCheckMinLength", (inst, def) => {
  var _a3;
  $ZodCheck.init(inst, def), (_a3 = inst._zod.def).when ?? (_a3.when = _whenHasLength), inst._zod.check = (payload) => {
    let input = payload.value, units = input.length;
    if ((typeof input == "string" && units >= def.minimum && units < def.minimum * 2 ? codePointLength(input) : units) >= def.minimum)
      return;
    let origin = getLengthableOrigin(input);
    payload.issues.push({
      origin,
      code: "too_small",
      minimum: def.minimum,
      inclusive: !0,
      input,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckLengthEquals = /* @__PURE__ */ $constructor("$ZodCheckLengthEquals", (inst, def) => {
  var _a3;
  $ZodCheck.init(inst, def), (_a3 = inst._zod.def).when ?? (_a3.when = _whenHasLength), inst._zod.check = (payload) => {
    let input = payload.value, units = input.length, length = typeof input == "string" && units >= def.length && units <= def.length * 2 ? codePointLength(input) : units;
    if (length === def.length)
      return;
    let origin = getLengthableOrigin(input), tooBig = length > def.length;
    payload.issues.push({
      origin,
      ...tooBig ? { code: "too_big", maximum: def.length } : { code: "too_small", minimum: def.length },
      inclusive: !0,
      exact: !0,
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckStringFormat = /* @__PURE__ */ $constructor("$ZodCheckStringFormat", (inst, def) => {
  var _a3, _b;
  $ZodCheck.init(inst, def), def.pattern ? (_a3 = inst._zod).check ?? (_a3.check = (payload) => {
    def.pattern.lastIndex = 0, !def.pattern.test(payload.value) && payload.issues.push({
      origin: "string",
      code: "invalid_format",
      format: def.format,
      input: payload.value,
      ...def.pattern ? { pattern: def.pattern.toString() } : {},
      inst,
      continue: !def.abort
    });
  }) : (_b = inst._zod).check ?? (_b.check = () => {
  });
}), $ZodCheckRegex = /* @__PURE__ */ $constructor("$ZodCheckRegex", (inst, def) => {
  $ZodCheckStringFormat.init(inst, def), inst._zod.check = (payload) => {
    def.pattern.lastIndex = 0, !def.pattern.test(payload.value) && payload.issues.push({
      origin: "string",
      code: "invalid_format",
      format: "regex",
      input: payload.value,
      pattern: def.pattern.toString(),
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckLowerCase = /* @__PURE__ */ $constructor("$ZodCheckLowerCase", (inst, def) => {
  def.pattern ?? (def.pattern = lowercase), $ZodCheckStringFormat.init(inst, def);
}), $ZodCheckUpperCase = /* @__PURE__ */ $constructor("$ZodCheckUpperCase", (inst, def) => {
  def.pattern ?? (def.pattern = uppercase), $ZodCheckStringFormat.init(inst, def);
}), $ZodCheckIncludes = /* @__PURE__ */ $constructor("$ZodCheckIncludes", (inst, def) => {
  $ZodCheck.init(inst, def);
  let escapedRegex = escapeRegex(def.includes), pattern = new RegExp(typeof def.position == "number" ? `^.{${def.position},}${escapedRegex}` : escapedRegex);
  def.pattern = pattern, inst._zod.check = (payload) => {
    payload.value.includes(def.includes, def.position) || payload.issues.push({
      origin: "string",
      code: "invalid_format",
      format: "includes",
      includes: def.includes,
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckStartsWith = /* @__PURE__ */ $constructor("$ZodCheckStartsWith", (inst, def) => {
  $ZodCheck.init(inst, def);
  let pattern = new RegExp(`^${escapeRegex(def.prefix)}.*`);
  def.pattern ?? (def.pattern = pattern), inst._zod.check = (payload) => {
    payload.value.startsWith(def.prefix) || payload.issues.push({
      origin: "string",
      code: "invalid_format",
      format: "starts_with",
      prefix: def.prefix,
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), $ZodCheckEndsWith = /* @__PURE__ */ $constructor("$ZodCheckEndsWith", (inst, def) => {
  $ZodCheck.init(inst, def);
  let pattern = new RegExp(`.*${escapeRegex(def.suffix)}$`);
  def.pattern ?? (def.pattern = pattern), inst._zod.check = (payload) => {
    payload.value.endsWith(def.suffix) || payload.issues.push({
      origin: "string",
      code: "invalid_format",
      format: "ends_with",
      suffix: def.suffix,
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
});
var $ZodCheckOverwrite = /* @__PURE__ */ $constructor("$ZodCheckOverwrite", (inst, def) => {
  $ZodCheck.init(inst, def), inst._zod.check = (payload) => {
    payload.value = def.tx(payload.value);
  };
});

// node_modules/zod/v4/core/doc.js
var Doc = class {
  constructor(args = [], closed = {}) {
    this.content = [], this.indent = 0, this.args = args, this.closed = closed;
  }
  // the compiler catches a child's throw and keeps writing into this doc, so the indent has to unwind with it
  indented(fn) {
    this.indent += 1;
    try {
      fn(this);
    } finally {
      this.indent -= 1;
    }
  }
  write(arg) {
    if (typeof arg == "function") {
      arg(this, { execution: "sync" }), arg(this, { execution: "async" });
      return;
    }
    let lines = arg.split(`
`).filter((x) => x), minIndent = Math.min(...lines.map((x) => x.length - x.trimStart().length)), dedented = lines.map((x) => x.slice(minIndent)).map((x) => " ".repeat(this.indent * 2) + x);
    for (let line2 of dedented)
      this.content.push(line2);
  }
  compile() {
    let F = Function, content = this?.content ?? [""];
    return new F(...Object.keys(this.closed), `return function (${this.args.join(", ")}) {
${content.join(`
`)}
};`)(...Object.values(this.closed));
  }
};

// node_modules/zod/v4/core/versions.js
var version = {
  major: 4,
  minor: 6,
  patch: 7
};

// node_modules/zod/v4/core/schemas.js
var $ZodType = /* @__PURE__ */ $constructor("$ZodType", (inst, def) => {
  var _a3;
  inst ?? (inst = {}), inst._zod.def = def, inst._zod.bag = inst._zod.bag || {}, inst._zod.version = version;
  let defChecks = inst._zod.def.checks, checks = inst._zod.traits.has("$ZodCheck") ? [inst, ...defChecks ?? []] : defChecks?.length ? [...defChecks] : [];
  for (let ch of checks)
    for (let fn of ch._zod.onattach)
      fn(inst);
  if (checks.length === 0)
    (_a3 = inst._zod).deferred ?? (_a3.deferred = []), inst._zod.deferred?.push(() => {
      inst._zod.run = inst._zod.parse;
    });
  else {
    let runChecks = (payload, checks2, ctx) => {
      if (payload.memo)
        return payload;
      let isAborted = aborted(payload), asyncResult;
      for (let ch of checks2) {
        if (ch._zod.def.when) {
          if (explicitlyAborted(payload) || !ch._zod.def.when(payload))
            continue;
        } else if (isAborted)
          continue;
        let currLen = payload.issues.length, _ = ch._zod.check(payload);
        if (_ instanceof Promise && ctx?.async === !1)
          throw new $ZodAsyncError();
        if (asyncResult || _ instanceof Promise)
          asyncResult = (asyncResult ?? Promise.resolve()).then(async () => {
            await _, payload.issues.length !== currLen && (attachSchema(payload.issues, currLen, inst), isAborted || (isAborted = aborted(payload, currLen)));
          });
        else {
          if (payload.issues.length === currLen)
            continue;
          attachSchema(payload.issues, currLen, inst), isAborted || (isAborted = aborted(payload, currLen));
        }
      }
      return asyncResult ? asyncResult.then(() => payload) : payload;
    }, handleCanaryResult = (canary, payload, ctx) => {
      if (aborted(canary))
        return canary.aborted = !0, canary;
      let checkResult = runChecks(payload, checks, ctx);
      if (checkResult instanceof Promise) {
        if (ctx.async === !1)
          throw new $ZodAsyncError();
        return checkResult.then((checkResult2) => inst._zod.parse(checkResult2, ctx));
      }
      return inst._zod.parse(checkResult, ctx);
    };
    inst._zod.run = (payload, ctx) => {
      if (ctx.skipChecks)
        return inst._zod.parse(payload, ctx);
      if (ctx.direction === "backward") {
        let canary = inst._zod.parse({ value: payload.value, issues: [] }, { ...ctx, skipChecks: !0 });
        return canary instanceof Promise ? canary.then((canary2) => handleCanaryResult(canary2, payload, ctx)) : handleCanaryResult(canary, payload, ctx);
      }
      let result = inst._zod.parse(payload, ctx);
      if (result instanceof Promise) {
        if (ctx.async === !1)
          throw new $ZodAsyncError();
        return result.then((result2) => runChecks(result2, checks, ctx));
      }
      return runChecks(result, checks, ctx);
    };
  }
}, {
  // Wrappers extend this by installing a richer factory over it; reading it eagerly would defeat the laziness.
  get "~standard"() {
    return hide(this, "~standard", standardProps(this));
  },
  set "~standard"(value) {
    own(this, "~standard", value);
  }
}), toStandardResult = (r, ctx) => r.issues.length ? { issues: r.issues.map((iss) => finalizeIssue(iss, ctx, config())) } : { value: r.value };
async function validateAsync2(inst, value) {
  let ctx = { async: !0 };
  return toStandardResult(await inst._zod.run({ value, issues: [] }, ctx), ctx);
}
function standardProps(inst) {
  return {
    validate: (value) => {
      let ctx = { async: !1 };
      try {
        let r = inst._zod.run({ value, issues: [] }, ctx);
        if (!(r instanceof Promise))
          return toStandardResult(r, ctx);
      } catch {
      }
      return validateAsync2(inst, value);
    },
    vendor: "zod",
    version: 1
  };
}
var $ZodString = /* @__PURE__ */ $constructor("$ZodString", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.pattern = def.pattern ?? anyString, inst._zod.parse = (payload, _) => {
    if (def.coerce)
      try {
        payload.value = String(payload.value);
      } catch {
      }
    return typeof payload.value == "string" || payload.issues.push({
      expected: "string",
      code: "invalid_type",
      input: payload.value,
      inst
    }), payload;
  };
}), $ZodStringFormat = /* @__PURE__ */ $constructor("$ZodStringFormat", (inst, def) => {
  $ZodCheckStringFormat.init(inst, def), $ZodString.init(inst, def);
}), $ZodGUID = /* @__PURE__ */ $constructor("$ZodGUID", (inst, def) => {
  def.pattern ?? (def.pattern = guid), $ZodStringFormat.init(inst, def);
}), $ZodUUID = /* @__PURE__ */ $constructor("$ZodUUID", (inst, def) => {
  if (def.version) {
    let v = {
      v1: 1,
      v2: 2,
      v3: 3,
      v4: 4,
      v5: 5,
      v6: 6,
      v7: 7,
      v8: 8
    }[def.version];
    if (v === void 0)
      throw new Error(`Invalid UUID version: "${def.version}"`);
    def.pattern ?? (def.pattern = uuid(v));
  } else
    def.pattern ?? (def.pattern = uuid());
  $ZodStringFormat.init(inst, def);
}), $ZodEmail = /* @__PURE__ */ $constructor("$ZodEmail", (inst, def) => {
  def.pattern ?? (def.pattern = email), $ZodStringFormat.init(inst, def);
}), URL_BAD_FORMAT = 1, URL_UNPARSEABLE = 2;
function canParseURL(input) {
  try {
    return typeof URL < "u" && typeof URL.canParse == "function" ? URL.canParse(input) : (new URL(input), !0);
  } catch {
    return !1;
  }
}
function validateURL(trimmed, def) {
  return !("normalize" in def) && !("hostname" in def) && !("protocol" in def) ? canParseURL(trimmed) || URL_UNPARSEABLE : parseURLObject(trimmed, def);
}
function parseURLObject(trimmed, def) {
  if (!def.normalize && def.protocol?.source === httpProtocol.source && !/^https?:\/\//i.test(trimmed))
    return URL_BAD_FORMAT;
  try {
    if (typeof URL < "u") {
      let URLStatic = URL;
      if (typeof URLStatic.parse == "function")
        return URLStatic.parse(trimmed) ?? URL_UNPARSEABLE;
    }
    return new URL(trimmed);
  } catch {
    return URL_UNPARSEABLE;
  }
}
var asciiTabOrNewline = /[\t\n\r]/g;
function stripTabAndNewline(value) {
  return value.replace(asciiTabOrNewline, "");
}
function urlHostnameOk(url, hostname) {
  return hostname.lastIndex = 0, hostname.test(url.hostname);
}
function urlProtocolOk(url, protocol) {
  return protocol.lastIndex = 0, protocol.test(url.protocol.endsWith(":") ? url.protocol.slice(0, -1) : url.protocol);
}
var $ZodURL = /* @__PURE__ */ $constructor("$ZodURL", (inst, def) => {
  $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    try {
      let trimmed = payload.value.trim(), url = validateURL(trimmed, def);
      if (url === URL_BAD_FORMAT) {
        payload.issues.push({
          code: "invalid_format",
          format: "url",
          note: "Invalid URL format",
          input: payload.value,
          inst,
          continue: !def.abort
        });
        return;
      }
      if (url === URL_UNPARSEABLE) {
        payload.issues.push({
          code: "invalid_format",
          format: "url",
          input: payload.value,
          inst,
          continue: !def.abort
        });
        return;
      }
      if (url === !0) {
        payload.value = stripTabAndNewline(trimmed);
        return;
      }
      def.hostname && !urlHostnameOk(url, def.hostname) && payload.issues.push({
        code: "invalid_format",
        format: "url",
        note: "Invalid hostname",
        pattern: def.hostname.source,
        input: payload.value,
        inst,
        continue: !def.abort
      }), def.protocol && !urlProtocolOk(url, def.protocol) && payload.issues.push({
        code: "invalid_format",
        format: "url",
        note: "Invalid protocol",
        pattern: def.protocol.source,
        input: payload.value,
        inst,
        continue: !def.abort
      }), payload.value = def.normalize ? url.href : stripTabAndNewline(trimmed);
      return;
    } catch {
      payload.issues.push({
        code: "invalid_format",
        format: "url",
        input: payload.value,
        inst,
        continue: !def.abort
      });
    }
  };
}), $ZodEmoji = /* @__PURE__ */ $constructor("$ZodEmoji", (inst, def) => {
  def.pattern ?? (def.pattern = emoji()), $ZodStringFormat.init(inst, def);
}), $ZodNanoID = /* @__PURE__ */ $constructor("$ZodNanoID", (inst, def) => {
  if (def.length !== void 0 && (!Number.isInteger(def.length) || def.length < 1))
    throw new Error(`Invalid nanoid length: ${def.length}`);
  def.pattern ?? (def.pattern = def.length === void 0 ? nanoid : nanoidOfLength(def.length)), $ZodStringFormat.init(inst, def);
}), $ZodCUID = /* @__PURE__ */ $constructor("$ZodCUID", (inst, def) => {
  def.pattern ?? (def.pattern = cuid), $ZodStringFormat.init(inst, def);
}), $ZodCUID2 = /* @__PURE__ */ $constructor("$ZodCUID2", (inst, def) => {
  def.pattern ?? (def.pattern = cuid2), $ZodStringFormat.init(inst, def);
}), $ZodULID = /* @__PURE__ */ $constructor("$ZodULID", (inst, def) => {
  def.pattern ?? (def.pattern = ulid), $ZodStringFormat.init(inst, def);
}), $ZodXID = /* @__PURE__ */ $constructor("$ZodXID", (inst, def) => {
  def.pattern ?? (def.pattern = xid), $ZodStringFormat.init(inst, def);
}), $ZodKSUID = /* @__PURE__ */ $constructor("$ZodKSUID", (inst, def) => {
  def.pattern ?? (def.pattern = ksuid), $ZodStringFormat.init(inst, def);
}), $ZodISODateTime = /* @__PURE__ */ $constructor("$ZodISODateTime", (inst, def) => {
  def.pattern ?? (def.pattern = datetime(def)), $ZodStringFormat.init(inst, def);
}), $ZodISODate = /* @__PURE__ */ $constructor("$ZodISODate", (inst, def) => {
  def.pattern ?? (def.pattern = date), $ZodStringFormat.init(inst, def);
}), $ZodISOTime = /* @__PURE__ */ $constructor("$ZodISOTime", (inst, def) => {
  def.pattern ?? (def.pattern = time(def)), $ZodStringFormat.init(inst, def);
}), $ZodISODuration = /* @__PURE__ */ $constructor("$ZodISODuration", (inst, def) => {
  def.pattern ?? (def.pattern = duration), $ZodStringFormat.init(inst, def);
}), $ZodIPv4 = /* @__PURE__ */ $constructor("$ZodIPv4", (inst, def) => {
  def.pattern ?? (def.pattern = ipv4), $ZodStringFormat.init(inst, def);
}), ipv6Alphabet = /^[0-9a-fA-F:.]+$/;
function isValidIPv6(value) {
  return ipv6Alphabet.test(value) ? canParseURL(`http://[${value}]`) : !1;
}
var $ZodIPv6 = /* @__PURE__ */ $constructor("$ZodIPv6", (inst, def) => {
  def.pattern ?? (def.pattern = ipv6), $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    isValidIPv6(payload.value) || payload.issues.push({
      code: "invalid_format",
      format: "ipv6",
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
});
var $ZodCIDRv4 = /* @__PURE__ */ $constructor("$ZodCIDRv4", (inst, def) => {
  def.pattern ?? (def.pattern = cidrv4), $ZodStringFormat.init(inst, def);
});
function isValidCIDRv6(value) {
  let parts = value.split("/");
  if (parts.length !== 2)
    return !1;
  let [address, prefix] = parts;
  if (!prefix)
    return !1;
  let prefixNum = Number(prefix);
  return `${prefixNum}` !== prefix || prefixNum < 0 || prefixNum > 128 ? !1 : isValidIPv6(address);
}
var $ZodCIDRv6 = /* @__PURE__ */ $constructor("$ZodCIDRv6", (inst, def) => {
  def.pattern ?? (def.pattern = cidrv6), $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    isValidCIDRv6(payload.value) || payload.issues.push({
      code: "invalid_format",
      format: "cidrv6",
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
});
function isValidBase64(data) {
  if (data === "")
    return !0;
  if (/\s/.test(data) || data.length % 4 !== 0)
    return !1;
  try {
    return atob(data), !0;
  } catch {
    return !1;
  }
}
var base64Charset = /^[0-9a-zA-Z+/]*={0,2}$/, $ZodBase64 = /* @__PURE__ */ $constructor("$ZodBase64", (inst, def) => {
  def.pattern ?? (def.pattern = base64Charset), $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    isValidBase64(payload.value) || payload.issues.push({
      code: "invalid_format",
      format: "base64",
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), base64urlCharset = /^[A-Za-z0-9_-]*$/;
function isValidBase64URL(data) {
  if (!base64urlCharset.test(data))
    return !1;
  let base642 = data.replace(/[-_]/g, (c) => c === "-" ? "+" : "/"), padded = base642.padEnd(Math.ceil(base642.length / 4) * 4, "=");
  return isValidBase64(padded);
}
var $ZodBase64URL = /* @__PURE__ */ $constructor("$ZodBase64URL", (inst, def) => {
  def.pattern ?? (def.pattern = base64urlCharset), $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    isValidBase64URL(payload.value) || payload.issues.push({
      code: "invalid_format",
      format: "base64url",
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
}), $ZodE164 = /* @__PURE__ */ $constructor("$ZodE164", (inst, def) => {
  def.pattern ?? (def.pattern = e164), $ZodStringFormat.init(inst, def);
});
function isValidJWT(token, algorithm = null) {
  try {
    let tokensParts = token.split(".");
    if (tokensParts.length !== 3)
      return !1;
    let [header] = tokensParts;
    if (!header)
      return !1;
    let parsedHeader = JSON.parse(atob(header));
    return !("typ" in parsedHeader && parsedHeader?.typ !== "JWT" || !parsedHeader.alg || algorithm && (!("alg" in parsedHeader) || parsedHeader.alg !== algorithm));
  } catch {
    return !1;
  }
}
var $ZodJWT = /* @__PURE__ */ $constructor("$ZodJWT", (inst, def) => {
  $ZodStringFormat.init(inst, def), inst._zod.check = (payload) => {
    isValidJWT(payload.value, def.alg) || payload.issues.push({
      code: "invalid_format",
      format: "jwt",
      input: payload.value,
      inst,
      continue: !def.abort
    });
  };
});
var $ZodNumber = /* @__PURE__ */ $constructor("$ZodNumber", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.pattern = number2, inst._zod.parse = (payload, _ctx) => {
    if (def.coerce)
      try {
        payload.value = Number(payload.value);
      } catch {
      }
    let input = payload.value;
    if (typeof input == "number" && !Number.isNaN(input) && Number.isFinite(input))
      return payload;
    let received = typeof input == "number" ? Number.isNaN(input) ? "NaN" : Number.isFinite(input) ? void 0 : String(input) : void 0;
    return payload.issues.push({
      expected: "number",
      code: "invalid_type",
      input,
      inst,
      ...received ? { received } : {}
    }), payload;
  };
}), $ZodNumberFormat = /* @__PURE__ */ $constructor("$ZodNumberFormat", (inst, def) => {
  $ZodCheckNumberFormat.init(inst, def), $ZodNumber.init(inst, def);
}), $ZodBoolean = /* @__PURE__ */ $constructor("$ZodBoolean", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.pattern = boolean, inst._zod.parse = (payload, _ctx) => {
    if (def.coerce)
      try {
        payload.value = !!payload.value;
      } catch {
      }
    let input = payload.value;
    return typeof input == "boolean" || payload.issues.push({
      expected: "boolean",
      code: "invalid_type",
      input,
      inst
    }), payload;
  };
});
var $ZodUnknown = /* @__PURE__ */ $constructor("$ZodUnknown", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.parse = (payload) => payload;
}), $ZodNever = /* @__PURE__ */ $constructor("$ZodNever", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.parse = (payload, _ctx) => (payload.issues.push({
    expected: "never",
    code: "invalid_type",
    input: payload.value,
    inst
  }), payload);
});
function capSize(inst, size2) {
  let caps = sizeCaps(inst._zod.def.checks);
  if (!caps.length)
    return;
  let cap = Math.min(...caps.map((c) => c[0])), parse2 = inst._zod.parse;
  inst._zod.parse = (payload, ctx) => {
    let n2 = size2(payload.value);
    if (n2 > cap && !ctx?.skipChecks && ctx?.direction !== "backward") {
      for (let [max, ch] of sizeCaps(inst._zod.def.checks))
        if (n2 > max && ch._zod.def.when(payload)) {
          let start = payload.issues.length;
          return ch._zod.check(payload), payload.issues[start].continue = !1, attachSchema(payload.issues, start, inst), payload;
        }
    }
    return parse2(payload, ctx);
  };
}
var arraySize = (input) => Array.isArray(input) ? input.length : -1;
function handleArrayResult(result, final, index) {
  result.issues.length && final.issues.push(...prefixIssues(index, result.issues)), final.value[index] = result.value;
}
var $ZodArray = /* @__PURE__ */ $constructor("$ZodArray", (inst, def) => {
  $ZodType.init(inst, def);
  let memo2 = globalConfig.memoizer;
  memo2?.attach(inst), inst._zod.parse = (payload, ctx) => {
    let input = payload.value;
    if (!Array.isArray(input))
      return payload.issues.push({
        expected: "array",
        code: "invalid_type",
        input,
        inst
      }), payload;
    payload.value = memo2 ? memo2.alloc(inst, payload, Array(input.length), ctx) : Array(input.length);
    let proms = [], abortEarly = ctx?.abortEarly;
    for (let i = 0; i < input.length; i++) {
      let item = input[i], result = def.element._zod.run({
        value: item,
        issues: []
      }, ctx);
      if (result instanceof Promise)
        proms.push(result.then((result2) => handleArrayResult(result2, payload, i)));
      else if (handleArrayResult(result, payload, i), abortEarly && result.issues.length !== 0 && aborted(result))
        break;
    }
    return proms.length ? Promise.all(proms).then(() => payload) : payload;
  }, capSize(inst, arraySize);
});
function handlePropertyResult(result, final, key, input, optin, optout) {
  let isPresent = key in input, isOptionalOut = optout === "optional";
  if (!(!isPresent && isOptionalOut && optin === "optional")) {
    if (result.issues.length) {
      if (optin !== void 0 && isOptionalOut && !isPresent)
        return;
      final.issues.push(...prefixIssues(key, result.issues));
    }
    if (!isPresent && optin === void 0) {
      result.issues.length || final.issues.push({
        code: "invalid_type",
        expected: "nonoptional",
        input: void 0,
        path: [key]
      });
      return;
    }
    result.value === void 0 ? (isPresent || optin === "defaulted" && !isOptionalOut) && (final.value[key] = void 0) : final.value[key] = result.value;
  }
}
var NO_SYMBOL_KEYS = [];
function normalizeDef(def) {
  let keys2 = Object.keys(def.shape), ownSymbols = Object.getOwnPropertySymbols(def.shape), symbolKeys = ownSymbols.length ? ownSymbols : NO_SYMBOL_KEYS, allKeys = symbolKeys.length ? [...keys2, ...symbolKeys] : keys2;
  for (let k of allKeys)
    if (!def.shape?.[k]?._zod?.traits?.has("$ZodType"))
      throw new Error(`Invalid element at key "${String(k)}": expected a Zod schema`);
  let okeys = optionalKeys(def.shape);
  return {
    ...def,
    allKeys,
    symbolKeys,
    // string-only: handleCatchall matches it against `for...in`, which never yields a symbol
    keySet: new Set(keys2),
    numKeys: keys2.length,
    optionalKeys: new Set(okeys)
  };
}
function handleCatchall(proms, input, payload, ctx, def, inst, abortEarly) {
  let unrecognized = [], keySet = def.keySet, _catchall = def.catchall._zod, t = _catchall.def.type, optin = _catchall.optin, optout = _catchall.optout, seen = 0;
  for (let key in input) {
    if (abortEarly && payload.issues.length !== seen) {
      if (aborted(payload, seen))
        break;
      seen = payload.issues.length;
    }
    if (keySet.has(key))
      continue;
    if (key === "__proto__") {
      t === "never" && unrecognized.push(key);
      continue;
    }
    if (t === "never") {
      unrecognized.push(key);
      continue;
    }
    let r = _catchall.run({ value: input[key], issues: [] }, ctx);
    r instanceof Promise ? proms.push(r.then((r2) => handlePropertyResult(r2, payload, key, input, optin, optout))) : handlePropertyResult(r, payload, key, input, optin, optout);
  }
  return unrecognized.length && payload.issues.push({
    code: "unrecognized_keys",
    keys: unrecognized,
    input,
    inst,
    // Describes the shape of the input, not the validity of the parsed value, so it never aborts. The parse still fails; the schema's own checks just get to run first, and an enclosing intersection can reconcile the key against a sibling operand.
    continue: !0
  }), proms.length ? Promise.all(proms).then(() => payload) : payload;
}
var $ZodObject = /* @__PURE__ */ $constructor("$ZodObject", (inst, def) => {
  $ZodType.init(inst, def);
  let desc = Object.getOwnPropertyDescriptor(def, "shape"), sh = desc?.get ? desc.get.raw : def.shape ?? {};
  if (sh) {
    let get = () => {
      let newSh = { ...sh };
      return Object.defineProperty(def, "shape", { value: newSh }), get.raw = newSh, newSh;
    };
    get.raw = sh, Object.defineProperty(def, "shape", { get });
  }
  let _normalized = cached(() => normalizeDef(def));
  defineLazyInternal(inst, "propValues", (zod) => {
    let shape = zod.def.shape, propValues = {};
    for (let key in shape) {
      let field = shape[key]._zod;
      if (field.values) {
        Object.prototype.hasOwnProperty.call(propValues, key) || assignProp(propValues, key, /* @__PURE__ */ new Set());
        for (let v of field.values)
          propValues[key].add(v);
        field.optin !== void 0 && propValues[key].add(void 0);
      }
    }
    return propValues;
  });
  let isObject2 = isObject, catchall = def.catchall, value, memo2 = globalConfig.memoizer;
  memo2?.attach(inst), inst._zod.parse = (payload, ctx) => {
    value ?? (value = _normalized.value);
    let input = payload.value;
    if (!isObject2(input))
      return payload.issues.push({
        expected: "object",
        code: "invalid_type",
        input,
        inst
      }), payload;
    payload.value = memo2 ? memo2.alloc(inst, payload, {}, ctx) : {};
    let proms = [], shape = value.shape, abortEarly = ctx?.abortEarly, seen = payload.issues.length;
    for (let key of value.allKeys) {
      if (abortEarly && payload.issues.length !== seen) {
        if (aborted(payload, seen))
          break;
        seen = payload.issues.length;
      }
      if (key === "__proto__")
        continue;
      let el = shape[key], optin = el._zod.optin, optout = el._zod.optout, r = el._zod.run({ value: input[key], issues: [] }, ctx);
      r instanceof Promise ? proms.push(r.then((r2) => handlePropertyResult(r2, payload, key, input, optin, optout))) : handlePropertyResult(r, payload, key, input, optin, optout);
    }
    return catchall ? handleCatchall(proms, input, payload, ctx, _normalized.value, inst, abortEarly === !0) : proms.length ? Promise.all(proms).then(() => payload) : payload;
  };
}), $ZodObjectJIT = /* @__PURE__ */ $constructor("$ZodObjectJIT", (inst, def) => {
  $ZodObject.init(inst, def);
  let superParse = inst._zod.parse, _normalized = cached(() => normalizeDef(def)), memo2 = globalConfig.memoizer, generateFastpass = (shape) => {
    let normalized = _normalized.value, syms = normalized.symbolKeys, doc = new Doc(["payload", "ctx"], { shape, inst, memo: memo2, syms }), parseStr = (k) => `shape[${k}]._zod.run({ value: input[${k}], issues: [] }, ctx)`, prefixStr = (id3, k) => `
          let ${id3}_ab = false;
          for (let i = 0; i < ${id3}.issues.length; i++) {
            const iss = ${id3}.issues[i];
            iss.path = iss.path ? [${k}, ...iss.path] : [${k}];
            payload.issues.push(iss);
            if (iss.continue !== true) ${id3}_ab = true;
          }
          if (${id3}_ab && ctx && ctx.abortEarly) {
            payload.value = newResult;
            return payload;
          }`;
    doc.write("const input = payload.value;");
    let ids = /* @__PURE__ */ Object.create(null), counter = 0;
    for (let key of normalized.allKeys)
      ids[key] = `key_${counter++}`;
    doc.write(memo2 ? "const newResult = memo.alloc(inst, payload, {}, ctx);" : "const newResult = {};");
    for (let key of normalized.allKeys) {
      if (key === "__proto__")
        continue;
      let id3 = ids[key], k = typeof key == "symbol" ? `syms[${syms.indexOf(key)}]` : esc(key), isPresent = `${k} in input`, schema = shape[key], optin = schema?._zod?.optin, isOptionalIn = optin !== void 0, isOptionalOut = schema?._zod?.optout === "optional";
      if (doc.write(`const ${id3} = ${parseStr(k)};`), isOptionalIn && isOptionalOut) {
        let assign = optin === "optional" ? `${id3}_present` : `${id3}.value !== undefined || ${id3}_present`;
        doc.write(`
        const ${id3}_present = ${isPresent};
        if (!${id3}.issues.length || ${id3}_present) {
          if (${id3}.issues.length) {${prefixStr(id3, k)}
          }

          if (${assign}) {
            newResult[${k}] = ${id3}.value;
          }
        }

      `);
      } else isOptionalIn ? (doc.write(`
        if (${id3}.issues.length) {${prefixStr(id3, k)}
        }
      `), optin === "defaulted" ? doc.write(`newResult[${k}] = ${id3}.value;`) : doc.write(`
        if (${id3}.value !== undefined || ${isPresent}) {
          newResult[${k}] = ${id3}.value;
        }
      `)) : doc.write(`
        const ${id3}_present = ${isPresent};
        if (${id3}.issues.length) {${prefixStr(id3, k)}
        }
        if (!${id3}_present && !${id3}.issues.length) {
          payload.issues.push({
            code: "invalid_type",
            expected: "nonoptional",
            input: undefined,
            path: [${k}]
          });
          if (ctx && ctx.abortEarly) {
            payload.value = newResult;
            return payload;
          }
        }

        if (${id3}_present) {
          newResult[${k}] = ${id3}.value;
        }

      `);
    }
    return doc.write("payload.value = newResult;"), doc.write("return payload;"), doc.compile();
  }, fastpass, isObject2 = isObject, jit = !globalConfig.jitless, fastEnabled = jit && allowsEval.value, catchall = def.catchall, value;
  inst._zod.parse = (payload, ctx) => {
    value ?? (value = _normalized.value);
    let input = payload.value;
    return isObject2(input) ? jit && fastEnabled && ctx?.async === !1 && ctx.jitless !== !0 ? (fastpass || (fastpass = generateFastpass(def.shape)), payload = fastpass(payload, ctx), catchall ? handleCatchall([], input, payload, ctx, value, inst, ctx?.abortEarly === !0) : payload) : superParse(payload, ctx) : (payload.issues.push({
      expected: "object",
      code: "invalid_type",
      input,
      inst
    }), payload);
  };
});
function handleUnionResults(results, final, inst, ctx) {
  for (let result of results)
    if (result.issues.length === 0)
      return final.value = result.value, final;
  let nonaborted = results.filter((r) => !aborted(r));
  return nonaborted.length === 1 ? (final.value = nonaborted[0].value, nonaborted[0]) : (final.issues.push({
    code: "invalid_union",
    input: final.value,
    inst,
    errors: results.map((result) => result.issues.map((iss) => finalizeIssue(iss, ctx, config())))
  }), final);
}
var $ZodUnion = /* @__PURE__ */ $constructor("$ZodUnion", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "optin", (zod) => zod.def.options.some((o) => o._zod.optin === "defaulted") ? "defaulted" : zod.def.options.some((o) => o._zod.optin !== void 0) ? "optional" : void 0), defineLazyInternal(inst, "optout", (zod) => zod.def.options.some((o) => o._zod.optout === "optional") ? "optional" : void 0), defineLazyInternal(inst, "values", (zod) => {
    if (zod.def.options.every((o) => o._zod.values))
      return new Set(zod.def.options.flatMap((option) => Array.from(option._zod.values)));
  }), defineLazyInternal(inst, "pattern", (zod) => {
    if (zod.def.options.every((o) => o._zod.pattern)) {
      let patterns = zod.def.options.map((o) => o._zod.pattern);
      return new RegExp(`^(${patterns.map((p) => cleanRegex(p.source)).join("|")})$`);
    }
  });
  let first = def.options.length === 1 ? def.options[0]._zod.run : null;
  inst._zod.parse = (payload, ctx) => {
    if (first)
      return first(payload, ctx);
    let async = !1, results = [];
    for (let option of def.options) {
      let result = option._zod.run({
        value: payload.value,
        issues: []
      }, ctx);
      if (result instanceof Promise)
        results.push(result), async = !0;
      else {
        if (result.issues.length === 0)
          return result;
        results.push(result);
      }
    }
    return async ? Promise.all(results).then((results2) => handleUnionResults(results2, payload, inst, ctx)) : handleUnionResults(results, payload, inst, ctx);
  };
});
function discriminatorMap(def) {
  let map = /* @__PURE__ */ new Map();
  for (let option of def.options) {
    let values = option._zod.propValues?.[def.discriminator];
    if (!values || values.size === 0)
      throw new Error(`Invalid discriminated union option at index "${def.options.indexOf(option)}"`);
    for (let value of values)
      if (map.has(value)) {
        if (value !== void 0)
          throw new Error(`Duplicate discriminator value "${String(value)}"`);
        map.set(value, null);
      } else
        map.set(value, option);
  }
  return map;
}
var $ZodDiscriminatedUnion = /* @__PURE__ */ $constructor("$ZodDiscriminatedUnion", (inst, def) => {
  def.inclusive = !1, $ZodUnion.init(inst, def);
  let _super = inst._zod.parse;
  defineLazyInternal(inst, "propValues", (zod) => {
    let propValues = {}, undefinedCount = 0;
    for (let option of zod.def.options) {
      let pv = option._zod.propValues;
      if (!pv || Object.keys(pv).length === 0)
        throw new Error(`Invalid discriminated union option at index "${zod.def.options.indexOf(option)}"`);
      pv[zod.def.discriminator]?.has(void 0) && undefinedCount++;
      for (let [k, v] of Object.entries(pv)) {
        Object.prototype.hasOwnProperty.call(propValues, k) || assignProp(propValues, k, /* @__PURE__ */ new Set());
        for (let val of v)
          propValues[k].add(val);
      }
    }
    return !zod.def.unionFallback && undefinedCount > 1 && propValues[zod.def.discriminator]?.delete(void 0), propValues;
  }), def.options.forEach((option, i) => {
    let propShape = rawShape(option._zod.def);
    if (propShape && !Object.prototype.hasOwnProperty.call(propShape, def.discriminator))
      throw new Error(`Invalid discriminated union option at index "${i}"`);
  });
  let disc = cached(() => discriminatorMap(def));
  inst._zod.parse = (payload, ctx) => {
    let input = payload.value;
    if (!isObject(input))
      return payload.issues.push({
        code: "invalid_type",
        expected: "object",
        input,
        inst
      }), payload;
    let value = input?.[def.discriminator], opt = disc.value.get(value);
    return opt && (value !== void 0 || ctx.direction !== "backward") ? opt._zod.run(payload, ctx) : def.unionFallback || ctx.direction === "backward" ? _super(payload, ctx) : (payload.issues.push({
      code: "invalid_union",
      errors: [],
      note: "No matching discriminator",
      discriminator: def.discriminator,
      options: Array.from(disc.value.keys()).filter((value2) => disc.value.get(value2) !== null),
      input,
      path: [def.discriminator],
      inst
    }), payload);
  };
}), $ZodIntersection = /* @__PURE__ */ $constructor("$ZodIntersection", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.parse = (payload, ctx) => {
    let input = payload.value, left2 = def.left._zod.run({ value: input, issues: [] }, ctx), right = def.right._zod.run({ value: input, issues: [] }, ctx);
    return left2 instanceof Promise || right instanceof Promise ? Promise.all([left2, right]).then(([left3, right2]) => handleIntersectionResults(payload, left3, right2)) : handleIntersectionResults(payload, left2, right);
  };
});
function mergeValues(a, b) {
  if (a === b)
    return { valid: !0, data: a };
  if (a instanceof Date && b instanceof Date && +a == +b)
    return { valid: !0, data: a };
  if (isPlainObject(a) && isPlainObject(b)) {
    let bKeys = Object.keys(b), sharedKeys = Object.keys(a).filter((key) => bKeys.indexOf(key) !== -1), newObj = { ...a, ...b };
    Object.prototype.hasOwnProperty.call(newObj, "__proto__") && delete newObj.__proto__;
    for (let key of sharedKeys) {
      if (key === "__proto__")
        continue;
      let sharedValue = mergeValues(a[key], b[key]);
      if (!sharedValue.valid)
        return {
          valid: !1,
          mergeErrorPath: [key, ...sharedValue.mergeErrorPath]
        };
      newObj[key] = sharedValue.data;
    }
    return { valid: !0, data: newObj };
  }
  if (Array.isArray(a) && Array.isArray(b)) {
    if (a.length !== b.length)
      return { valid: !1, mergeErrorPath: [] };
    let newArray = [];
    for (let index = 0; index < a.length; index++) {
      let itemA = a[index], itemB = b[index], sharedValue = mergeValues(itemA, itemB);
      if (!sharedValue.valid)
        return {
          valid: !1,
          mergeErrorPath: [index, ...sharedValue.mergeErrorPath]
        };
      newArray.push(sharedValue.data);
    }
    return { valid: !0, data: newArray };
  }
  return { valid: !1, mergeErrorPath: [] };
}
function handleIntersectionResults(result, left2, right) {
  let unrecKeys = /* @__PURE__ */ new Map(), unrecIssue, keyIssues = /* @__PURE__ */ new Map(), collect = (iss, side2) => {
    let keys2;
    if (iss.code === "unrecognized_keys" && !iss.path?.length)
      unrecIssue ?? (unrecIssue = iss), keys2 = iss.keys;
    else if (iss.code === "invalid_key" && iss.origin === "record" && iss.path?.length === 1) {
      let k = String(iss.path[0]);
      keyIssues.has(k) || keyIssues.set(k, iss), keys2 = [k];
    } else
      return !1;
    for (let k of keys2)
      unrecKeys.has(k) || unrecKeys.set(k, {}), unrecKeys.get(k)[side2] = !0;
    return !0;
  };
  for (let iss of left2.issues)
    collect(iss, "l") || result.issues.push(iss);
  for (let iss of right.issues)
    collect(iss, "r") || result.issues.push(iss);
  let bothKeys = [...unrecKeys].filter(([, f]) => f.l && f.r).map(([k]) => k);
  if (bothKeys.length) {
    let aggregated = unrecIssue ? bothKeys.filter((k) => unrecIssue.keys.includes(k)) : [];
    aggregated.length && result.issues.push({ ...unrecIssue, keys: aggregated });
    for (let k of bothKeys)
      !aggregated.includes(k) && keyIssues.has(k) && result.issues.push(keyIssues.get(k));
  }
  let merged = mergeValues(left2.value, right.value);
  if (!merged.valid) {
    if (aborted(result))
      return result;
    throw new Error(`Unmergable intersection. Error path: ${JSON.stringify(merged.mergeErrorPath)}`);
  }
  return result.value = merged.data, result;
}
var $ZodTuple = /* @__PURE__ */ $constructor("$ZodTuple", (inst, def) => {
  $ZodType.init(inst, def);
  let items = def.items, memo2 = globalConfig.memoizer;
  memo2?.attach(inst), inst._zod.parse = (payload, ctx) => {
    let input = payload.value;
    if (!Array.isArray(input))
      return payload.issues.push({
        input,
        inst,
        expected: "tuple",
        code: "invalid_type"
      }), payload;
    payload.value = memo2 ? memo2.alloc(inst, payload, [], ctx) : [];
    let proms = [], optinStart = getTupleOptStart(items, "optin"), optoutStart = getTupleOptStart(items, "optout");
    if (!def.rest) {
      if (input.length < optinStart)
        return payload.issues.push({
          code: "too_small",
          minimum: optinStart,
          inclusive: !0,
          input,
          inst,
          origin: "array"
        }), payload;
      input.length > items.length && payload.issues.push({
        code: "too_big",
        maximum: items.length,
        inclusive: !0,
        input,
        inst,
        origin: "array"
      });
    }
    let itemResults = new Array(items.length), abortEarly = def.rest ? ctx?.abortEarly : void 0, itemAborted = !1;
    for (let i = 0; i < items.length; i++) {
      let r = items[i]._zod.run({ value: input[i], issues: [] }, ctx);
      r instanceof Promise ? proms.push(r.then((rr) => {
        itemResults[i] = rr;
      })) : (itemResults[i] = r, abortEarly && !itemAborted && r.issues.length && (itemAborted = aborted(r)));
    }
    if (def.rest && !itemAborted) {
      let i = items.length - 1, rest2 = input.slice(items.length), seen = payload.issues.length;
      for (let el of rest2) {
        if (abortEarly && payload.issues.length !== seen) {
          if (aborted(payload, seen))
            break;
          seen = payload.issues.length;
        }
        i++;
        let result = def.rest._zod.run({ value: el, issues: [] }, ctx);
        result instanceof Promise ? proms.push(result.then((r) => handleTupleResult(r, payload, i))) : handleTupleResult(result, payload, i);
      }
    }
    return proms.length ? Promise.all(proms).then(() => handleTupleResults(itemResults, payload, items, input, optoutStart)) : handleTupleResults(itemResults, payload, items, input, optoutStart);
  };
});
function getTupleOptStart(items, key) {
  for (let i = items.length - 1; i >= 0; i--)
    if (!(key === "optin" ? items[i]._zod.optin !== void 0 : items[i]._zod.optout === "optional"))
      return i + 1;
  return 0;
}
function handleTupleResult(result, final, index) {
  result.issues.length && final.issues.push(...prefixIssues(index, result.issues)), final.value[index] = result.value;
}
function handleTupleResults(itemResults, final, items, input, optoutStart) {
  for (let i = 0; i < items.length; i++) {
    let r = itemResults[i], isPresent = i < input.length;
    if (!isPresent && i >= optoutStart && items[i]._zod.optin === "optional") {
      final.value.length = i;
      break;
    }
    if (r.issues.length) {
      if (!isPresent && i >= optoutStart) {
        final.value.length = i;
        break;
      }
      final.issues.push(...prefixIssues(i, r.issues));
    }
    final.value[i] = r.value;
  }
  for (let i = final.value.length - 1; i >= input.length && (items[i]._zod.optout === "optional" && final.value[i] === void 0); i--)
    final.value.length = i;
  return final;
}
var $ZodRecord = /* @__PURE__ */ $constructor("$ZodRecord", (inst, def) => {
  $ZodType.init(inst, def);
  let memo2 = globalConfig.memoizer;
  memo2?.attach(inst), inst._zod.parse = (payload, ctx) => {
    let input = payload.value;
    if (!isPlainObject(input))
      return payload.issues.push({
        expected: "record",
        code: "invalid_type",
        input,
        inst
      }), payload;
    let proms = [], values = def.keyType._zod.values;
    if (values && !def.partial) {
      payload.value = memo2 ? memo2.alloc(inst, payload, {}, ctx) : {};
      let recordKeys = /* @__PURE__ */ new Set();
      for (let key of values)
        if (typeof key == "string" || typeof key == "number" || typeof key == "symbol") {
          if (recordKeys.add(typeof key == "number" ? key.toString() : key), key === "__proto__")
            continue;
          let keyResult = def.keyType._zod.run({ value: key, issues: [] }, ctx);
          if (keyResult instanceof Promise)
            throw new Error("Async schemas not supported in object keys currently");
          if (keyResult.issues.length) {
            payload.issues.push({
              code: "invalid_key",
              origin: "record",
              issues: keyResult.issues.map((iss) => finalizeIssue(iss, ctx, config())),
              input: key,
              path: [key],
              inst
            });
            continue;
          }
          let outKey = keyResult.value;
          if (outKey === "__proto__")
            continue;
          let result = def.valueType._zod.run({ value: input[key], issues: [] }, ctx);
          result instanceof Promise ? proms.push(result.then((result2) => {
            result2.issues.length && payload.issues.push(...prefixIssues(key, result2.issues)), payload.value[outKey] = result2.value;
          })) : (result.issues.length && payload.issues.push(...prefixIssues(key, result.issues)), payload.value[outKey] = result.value);
        }
      let unrecognized;
      for (let key in input)
        if (!recordKeys.has(key))
          if (def.mode === "loose") {
            if (key === "__proto__")
              continue;
            payload.value[key] = input[key];
          } else
            unrecognized = unrecognized ?? [], unrecognized.push(key);
      unrecognized && unrecognized.length > 0 && payload.issues.push({
        code: "unrecognized_keys",
        input,
        inst,
        keys: unrecognized,
        continue: !0
      });
    } else {
      payload.value = memo2 ? memo2.alloc(inst, payload, {}, ctx) : {};
      let unrecognized;
      for (let key of Reflect.ownKeys(input)) {
        if (key === "__proto__" || !Object.prototype.propertyIsEnumerable.call(input, key))
          continue;
        let keyResult = def.keyType._zod.run({ value: key, issues: [] }, ctx);
        if (keyResult instanceof Promise)
          throw new Error("Async schemas not supported in object keys currently");
        if (typeof key == "string" && number2.test(key) && keyResult.issues.length) {
          let retryResult = def.keyType._zod.run({ value: Number(key), issues: [] }, ctx);
          if (retryResult instanceof Promise)
            throw new Error("Async schemas not supported in object keys currently");
          retryResult.issues.length === 0 && (keyResult = retryResult);
        }
        if (keyResult.issues.length) {
          def.mode === "loose" ? payload.value[key] = input[key] : values ? (unrecognized = unrecognized ?? [], unrecognized.push(key)) : payload.issues.push({
            code: "invalid_key",
            origin: "record",
            issues: keyResult.issues.map((iss) => finalizeIssue(iss, ctx, config())),
            input: key,
            path: [key],
            inst
          });
          continue;
        }
        let outKey = keyResult.value;
        if (outKey === "__proto__")
          continue;
        let result = def.valueType._zod.run({ value: input[key], issues: [] }, ctx);
        result instanceof Promise ? proms.push(result.then((result2) => {
          result2.issues.length && payload.issues.push(...prefixIssues(key, result2.issues)), payload.value[outKey] = result2.value;
        })) : (result.issues.length && payload.issues.push(...prefixIssues(key, result.issues)), payload.value[outKey] = result.value);
      }
      unrecognized && unrecognized.length > 0 && payload.issues.push({
        code: "unrecognized_keys",
        input,
        inst,
        keys: unrecognized,
        continue: !0
      });
    }
    return proms.length ? Promise.all(proms).then(() => payload) : payload;
  };
});
var $ZodEnum = /* @__PURE__ */ $constructor("$ZodEnum", (inst, def) => {
  $ZodType.init(inst, def);
  let values = getEnumValues(def.entries), valuesSet = new Set(values);
  inst._zod.values = valuesSet, defineLazyInternal(inst, "pattern", (zod) => {
    let patternValues = getEnumValues(zod.def.entries).filter((k) => propertyKeyTypes.has(typeof k));
    return new RegExp(patternValues.length ? `^(${patternValues.map((o) => escapeRegex(o.toString())).join("|")})$` : "^[^\\s\\S]$");
  }), inst._zod.parse = (payload, _ctx) => {
    let input = payload.value;
    return valuesSet.has(input) || payload.issues.push({
      code: "invalid_value",
      values,
      input,
      inst
    }), payload;
  };
}), $ZodLiteral = /* @__PURE__ */ $constructor("$ZodLiteral", (inst, def) => {
  $ZodType.init(inst, def);
  let values = new Set(def.values);
  inst._zod.values = values, defineLazyInternal(inst, "pattern", (zod) => {
    let vals = zod.def.values;
    return new RegExp(vals.length ? `^(${vals.map((o) => typeof o == "string" ? escapeRegex(o) : o ? escapeRegex(o.toString()) : String(o)).join("|")})$` : "^[^\\s\\S]$");
  }), inst._zod.parse = (payload, _ctx) => {
    let input = payload.value;
    return values.has(input) || payload.issues.push({
      code: "invalid_value",
      values: def.values,
      input,
      inst
    }), payload;
  };
});
var $ZodTransform = /* @__PURE__ */ $constructor("$ZodTransform", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.optin = "optional", globalConfig.memoizer?.guard(inst), inst._zod.parse = (payload, ctx) => {
    if (ctx.direction === "backward")
      throw new $ZodEncodeError(inst.constructor.name);
    let _out = def.transform(payload.value, payload);
    if (ctx.async)
      return (_out instanceof Promise ? _out : Promise.resolve(_out)).then((output2) => (payload.value = output2, payload));
    if (_out instanceof Promise)
      throw new $ZodAsyncError();
    return payload.value = _out, payload;
  };
});
function handleOptionalResult(payload, result) {
  return payload.value = result.issues.length ? void 0 : result.value, payload;
}
var $ZodOptional = /* @__PURE__ */ $constructor("$ZodOptional", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "optin", (zod) => zod.def.innerType._zod.optin === "defaulted" ? "defaulted" : "optional"), inst._zod.optout = "optional", defineLazyInternal(inst, "values", (zod) => {
    let values = zod.def.innerType._zod.values;
    return values ? /* @__PURE__ */ new Set([...values, void 0]) : void 0;
  }), defineLazyInternal(inst, "pattern", (zod) => {
    let pattern = zod.def.innerType._zod.pattern;
    return pattern ? new RegExp(`^(${cleanRegex(pattern.source)})?$`) : void 0;
  }), inst._zod.parse = (payload, ctx) => {
    if (payload.value === void 0) {
      if (def.innerType._zod.optin !== "defaulted")
        return payload;
      let result = def.innerType._zod.run({ value: payload.value, issues: [] }, ctx);
      return result instanceof Promise ? result.then((result2) => handleOptionalResult(payload, result2)) : handleOptionalResult(payload, result);
    }
    return def.innerType._zod.run(payload, ctx);
  };
}), $ZodExactOptional = /* @__PURE__ */ $constructor("$ZodExactOptional", (inst, def) => {
  $ZodOptional.init(inst, def), defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values), defineLazyInternal(inst, "pattern", (zod) => zod.def.innerType._zod.pattern), inst._zod.parse = (payload, ctx) => def.innerType._zod.run(payload, ctx);
}), $ZodNullable = /* @__PURE__ */ $constructor("$ZodNullable", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "optin", (zod) => zod.def.innerType._zod.optin), defineLazyInternal(inst, "optout", (zod) => zod.def.innerType._zod.optout), defineLazyInternal(inst, "pattern", (zod) => {
    let pattern = zod.def.innerType._zod.pattern;
    return pattern ? new RegExp(`^(${cleanRegex(pattern.source)}|null)$`) : void 0;
  }), defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values ? /* @__PURE__ */ new Set([...zod.def.innerType._zod.values, null]) : void 0), inst._zod.parse = (payload, ctx) => payload.value === null ? payload : def.innerType._zod.run(payload, ctx);
}), $ZodDefault = /* @__PURE__ */ $constructor("$ZodDefault", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.optin = "defaulted", defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values), inst._zod.parse = (payload, ctx) => {
    if (ctx.direction === "backward")
      return def.innerType._zod.run(payload, ctx);
    if (payload.value === void 0)
      return payload.value = def.defaultValue, payload;
    let result = def.innerType._zod.run(payload, ctx);
    return result instanceof Promise ? result.then((result2) => handleDefaultResult(result2, def)) : handleDefaultResult(result, def);
  };
});
function handleDefaultResult(payload, def) {
  return payload.value === void 0 && (payload.value = def.defaultValue), payload;
}
var $ZodPrefault = /* @__PURE__ */ $constructor("$ZodPrefault", (inst, def) => {
  $ZodType.init(inst, def), inst._zod.optin = "defaulted", defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values), inst._zod.parse = (payload, ctx) => (ctx.direction === "backward" || payload.value === void 0 && (payload.value = def.defaultValue), def.innerType._zod.run(payload, ctx));
}), $ZodNonOptional = /* @__PURE__ */ $constructor("$ZodNonOptional", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "values", (zod) => {
    let v = zod.def.innerType._zod.values;
    return v ? new Set([...v].filter((x) => x !== void 0)) : void 0;
  }), inst._zod.parse = (payload, ctx) => {
    let result = def.innerType._zod.run(payload, ctx);
    return result instanceof Promise ? result.then((result2) => handleNonOptionalResult(result2, inst)) : handleNonOptionalResult(result, inst);
  };
});
function handleNonOptionalResult(payload, inst) {
  return !payload.issues.length && payload.value === void 0 && payload.issues.push({
    code: "invalid_type",
    expected: "nonoptional",
    input: payload.value,
    inst
  }), payload;
}
function handleCatchResult(payload, result, def, ctx) {
  return result.issues.length ? (payload.value = def.catchValue({
    ...result,
    value: payload.value,
    error: {
      issues: result.issues.map((iss) => finalizeIssue(iss, ctx, config()))
    },
    input: payload.value
  }), payload) : (payload.value = result.value, result.memo && (payload.memo = !0), payload);
}
var $ZodCatch = /* @__PURE__ */ $constructor("$ZodCatch", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "optin", (zod) => zod.def.innerType._zod.optin === "defaulted" ? "defaulted" : "optional"), defineLazyInternal(inst, "optout", (zod) => zod.def.innerType._zod.optout), defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values), inst._zod.parse = (payload, ctx) => {
    if (ctx.direction === "backward")
      return def.innerType._zod.run(payload, ctx);
    let result = def.innerType._zod.run({ value: payload.value, issues: [] }, ctx);
    return result instanceof Promise ? result.then((result2) => handleCatchResult(payload, result2, def, ctx)) : handleCatchResult(payload, result, def, ctx);
  };
});
var $ZodPipe = /* @__PURE__ */ $constructor("$ZodPipe", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "values", (zod) => zod.def.in._zod.values), defineLazyInternal(inst, "optin", (zod) => zod.def.in._zod.optin), defineLazyInternal(inst, "optout", (zod) => zod.def.out._zod.optout), defineLazyInternal(inst, "propValues", (zod) => zod.def.in._zod.propValues), inst._zod.parse = (payload, ctx) => {
    if (ctx.direction === "backward") {
      let right = def.out._zod.run(payload, ctx);
      return right instanceof Promise ? right.then((right2) => handlePipeResult(right2, def.in, ctx)) : handlePipeResult(right, def.in, ctx);
    }
    let left2 = def.in._zod.run(payload, ctx);
    return left2 instanceof Promise ? left2.then((left3) => handlePipeResult(left3, def.out, ctx)) : handlePipeResult(left2, def.out, ctx);
  };
});
function handlePipeResult(left2, next2, ctx) {
  return left2.issues.some((iss) => iss.code !== "unrecognized_keys") ? (left2.aborted = !0, left2) : next2._zod.run({ value: left2.value, issues: left2.issues }, ctx);
}
var $ZodReadonly = /* @__PURE__ */ $constructor("$ZodReadonly", (inst, def) => {
  $ZodType.init(inst, def), defineLazyInternal(inst, "propValues", (zod) => zod.def.innerType._zod.propValues), defineLazyInternal(inst, "values", (zod) => zod.def.innerType._zod.values), defineLazyInternal(inst, "optin", (zod) => zod.def.innerType?._zod?.optin), defineLazyInternal(inst, "optout", (zod) => zod.def.innerType?._zod?.optout), inst._zod.parse = (payload, ctx) => {
    if (ctx.direction === "backward")
      return def.innerType._zod.run(payload, ctx);
    let result = def.innerType._zod.run(payload, ctx);
    return result instanceof Promise ? result.then(handleReadonlyResult) : handleReadonlyResult(result);
  };
});
function handleReadonlyResult(payload) {
  return payload.memo || (payload.value = Object.freeze(payload.value)), payload;
}
var $ZodCustom = /* @__PURE__ */ $constructor("$ZodCustom", (inst, def) => {
  $ZodCheck.init(inst, def), $ZodType.init(inst, def), inst._zod.parse = (payload, _) => payload, inst._zod.check = (payload) => {
    let input = payload.value, r = def.fn(input);
    if (r instanceof Promise)
      return r.then((r2) => handleRefineResult(r2, payload, input, inst));
    handleRefineResult(r, payload, input, inst);
  };
});
function handleRefineResult(result, payload, input, inst) {
  if (!result) {
    let _iss = {
      code: "custom",
      input,
      inst,
      // incorporates params.error into issue reporting
      path: [...inst._zod.def.path ?? []],
      // incorporates params.error into issue reporting
      continue: !inst._zod.def.abort
      // params: inst._zod.def.params,
    };
    inst._zod.def.params && (_iss.params = inst._zod.def.params), payload.issues.push(issue(_iss));
  }
}

// node_modules/zod/v4/core/memoizer.js
var $ZodCyclicError = class extends Error {
  constructor() {
    super("Cannot parse a reference cycle that closes through a transform"), this.name = "ZodCyclicError";
  }
}, STATE = "~memo", NO_ISSUES = [];
function isRef(value) {
  return value !== null && typeof value == "object";
}
function cloneIssues(issues) {
  return issues.map((iss) => iss.path ? { ...iss, path: iss.path.slice() } : { ...iss });
}
var recursive = /* @__PURE__ */ new WeakMap(), NONE = 0, ASSUMED = 1, PROVEN = 2;
function isRecursive(inst, stack, resolve) {
  let cached2 = recursive.get(inst);
  if (cached2 !== void 0)
    return cached2 ? PROVEN : NONE;
  if (stack.has(inst))
    return PROVEN;
  stack.add(inst);
  let result = NONE, check = (child) => {
    if (result !== PROVEN && child?._zod) {
      let answer = isRecursive(child, stack, resolve);
      answer > result && (result = answer);
    }
  }, shape = (sh, spread) => {
    let answer = NONE;
    for (let key of Reflect.ownKeys(sh)) {
      let desc = Object.getOwnPropertyDescriptor(sh, key);
      if (spread && !desc.enumerable)
        continue;
      let child = desc.get ? ASSUMED : desc.value?._zod ? isRecursive(desc.value, stack, resolve) : NONE;
      child > answer && (answer = child);
    }
    return answer;
  }, merge2 = (answer) => {
    answer > result && (result = answer);
  }, def = inst._zod.def, kind = def.type;
  switch (kind) {
    case "object": {
      let raw = rawShape(def);
      merge2(raw ? shape(raw, !0) : ASSUMED), check(def.catchall);
      break;
    }
    case "array":
      check(def.element);
      break;
    case "tuple":
      for (let el of def.items)
        check(el);
      check(def.rest);
      break;
    case "record":
    case "map":
      check(def.keyType), check(def.valueType);
      break;
    case "set":
      check(def.valueType);
      break;
    case "union":
      for (let el of def.options)
        check(el);
      break;
    case "intersection":
      check(def.left), check(def.right);
      break;
    case "optional":
    case "nullable":
    case "default":
    case "prefault":
    case "catch":
    case "readonly":
    case "nonoptional":
    case "promise":
    case "success":
      check(def.innerType);
      break;
    case "pipe":
      check(def.in), check(def.out);
      break;
    case "function":
      check(def.input), check(def.output);
      break;
    // `$ZodLazy` caches its inner on the def, so a resolved edge is followed exactly
    case "lazy": {
      let inner = def._cachedInner ?? (resolve ? inst._zod.innerType : void 0);
      merge2(inner ? isRecursive(inner, stack, !1) : ASSUMED);
      break;
    }
    // a leaf by choice: `parts` are regex fragments, not data positions
    case "template_literal":
    // leaves
    case "string":
    case "number":
    case "int":
    case "boolean":
    case "bigint":
    case "symbol":
    case "undefined":
    case "null":
    case "void":
    case "never":
    case "any":
    case "unknown":
    case "date":
    case "nan":
    case "enum":
    case "literal":
    case "file":
    case "transform":
    case "custom":
      break;
    default:
      for (let key in def) {
        let desc = Object.getOwnPropertyDescriptor(def, key);
        if (!desc || desc.get)
          continue;
        let value = desc.value;
        if (!(!value || typeof value != "object")) {
          if (value._zod)
            check(value);
          else if (Array.isArray(value))
            for (let el of value)
              check(el);
        }
      }
  }
  return stack.delete(inst), settle(inst, result);
}
function settle(inst, answer) {
  return answer !== ASSUMED && recursive.set(inst, answer === PROVEN), answer;
}
function bucketFor(state, inst) {
  let bucket = state.buckets.get(inst);
  return bucket || (bucket = /* @__PURE__ */ new WeakMap(), state.buckets.set(inst, bucket)), bucket;
}
var handoff, open = [], memo = {
  alloc(_inst, payload, empty) {
    let bucket = handoff;
    if (!bucket)
      return empty;
    handoff = void 0;
    let entry = { value: empty, issues: null };
    return bucket.set(payload.value, entry), open.push(entry), empty;
  },
  guard(inst) {
    var _a3;
    (_a3 = inst._zod).deferred ?? (_a3.deferred = []), inst._zod.deferred.push(() => {
      let base4 = inst._zod.parse, wrapped = (payload, ctx) => {
        if (ctx.direction !== "backward" && isBackEdge(ctx, payload.value))
          throw new $ZodCyclicError();
        return base4(payload, ctx);
      };
      inst._zod.parse = wrapped, inst._zod.run === base4 && (inst._zod.run = wrapped);
    });
  },
  attach(inst) {
    var _a3;
    let isRecursiveInst, rechecked = !1, lastCtx, lastBucket;
    (_a3 = inst._zod).deferred ?? (_a3.deferred = []), inst._zod.deferred.push(() => {
      let base4 = inst._zod.parse, wrapped = (payload, ctx) => {
        if (isRecursiveInst === void 0) {
          let walked = isRecursive(inst, /* @__PURE__ */ new Set(), !1);
          if (walked === NONE)
            return inst._zod.parse = base4, inst._zod.run === wrapped && (inst._zod.run = base4), base4(payload, ctx);
          walked === PROVEN || rechecked ? isRecursiveInst = !0 : rechecked = !0;
        }
        let input = payload.value;
        if (!isRef(input))
          return base4(payload, ctx);
        let state = ctx[STATE];
        state || (state = { buckets: /* @__PURE__ */ new WeakMap(), backEdges: void 0 }, ctx[STATE] = state);
        let bucket;
        lastCtx === ctx ? bucket = lastBucket : (bucket = bucketFor(state, inst), lastCtx = ctx, lastBucket = bucket);
        let hit = bucket.get(input);
        if (hit)
          return payload.value = hit.value, hit.issues ? hit.issues.length && payload.issues.push(...cloneIssues(hit.issues)) : (payload.memo = !0, state.backEdges ?? (state.backEdges = /* @__PURE__ */ new WeakSet()), state.backEdges.add(hit.value)), payload;
        handoff = bucket;
        let depth2 = open.length, result = base4(payload, ctx);
        handoff = void 0;
        let entry = open.length > depth2 ? open.pop() : void 0;
        return result instanceof Promise ? result.then((r) => (entry && (entry.issues = r.issues.length ? cloneIssues(r.issues) : NO_ISSUES), r)) : (entry && (entry.issues = result.issues.length ? cloneIssues(result.issues) : NO_ISSUES), result);
      };
      inst._zod.parse = wrapped, inst._zod.run === base4 && (inst._zod.run = wrapped);
    });
  }
};
function memoizer() {
  return memo;
}
function isBackEdge(ctx, value) {
  let backEdges = ctx[STATE]?.backEdges;
  return backEdges !== void 0 && isRef(value) && backEdges.has(value);
}

// node_modules/zod/v4/locales/en.js
var error = () => {
  let Sizable = {
    string: { unit: "characters", verb: "to have" },
    file: { unit: "bytes", verb: "to have" },
    array: { unit: "items", verb: "to have" },
    set: { unit: "items", verb: "to have" },
    map: { unit: "entries", verb: "to have" }
  };
  function getSizing(origin) {
    return Sizable[origin] ?? null;
  }
  let FormatDictionary = {
    regex: "input",
    email: "email address",
    url: "URL",
    emoji: "emoji",
    uuid: "UUID",
    uuidv4: "UUIDv4",
    uuidv6: "UUIDv6",
    nanoid: "nanoid",
    guid: "GUID",
    cuid: "cuid",
    cuid2: "cuid2",
    ulid: "ULID",
    xid: "XID",
    ksuid: "KSUID",
    datetime: "ISO datetime",
    date: "ISO date",
    time: "ISO time",
    duration: "ISO duration",
    ipv4: "IPv4 address",
    ipv6: "IPv6 address",
    mac: "MAC address",
    cidrv4: "IPv4 range",
    cidrv6: "IPv6 range",
    base64: "base64-encoded string",
    base64url: "base64url-encoded string",
    json_string: "JSON string",
    e164: "E.164 number",
    currency_code: "currency code",
    credit_card: "credit card number",
    iban: "IBAN",
    jwt: "JWT",
    template_literal: "input"
  }, TypeDictionary = {
    // Compatibility: "nan" -> "NaN" for display
    nan: "NaN"
    // All other type names omitted - they fall back to raw values via ?? operator
  };
  function getTypeName(type, input) {
    return type === "number" && typeof input == "number" && !Number.isFinite(input) ? String(input) : TypeDictionary[type] ?? type;
  }
  return (issue2) => {
    switch (issue2.code) {
      case "invalid_type": {
        let expected = getTypeName(issue2.expected), receivedType = parsedType(issue2.input), received = getTypeName(receivedType, issue2.input);
        return `Invalid input: expected ${expected}, received ${received}`;
      }
      case "invalid_value":
        return issue2.values.length === 1 ? `Invalid input: expected ${stringifyPrimitive(issue2.values[0])}` : `Invalid option: expected one of ${joinValues(issue2.values, "|")}`;
      case "too_big": {
        let adj = issue2.exact ? "exactly " : issue2.inclusive ? "<=" : "<", sizing = getSizing(issue2.origin);
        return sizing ? `Too big: expected ${issue2.origin ?? "value"} to have ${adj}${issue2.maximum.toString()} ${sizing.unit ?? "elements"}` : `Too big: expected ${issue2.origin ?? "value"} to be ${adj}${issue2.maximum.toString()}`;
      }
      case "too_small": {
        let adj = issue2.exact ? "exactly " : issue2.inclusive ? ">=" : ">", sizing = getSizing(issue2.origin);
        return sizing ? `Too small: expected ${issue2.origin} to have ${adj}${issue2.minimum.toString()} ${sizing.unit}` : `Too small: expected ${issue2.origin} to be ${adj}${issue2.minimum.toString()}`;
      }
      case "invalid_format": {
        let _issue = issue2;
        return _issue.format === "starts_with" ? `Invalid string: must start with "${_issue.prefix}"` : _issue.format === "ends_with" ? `Invalid string: must end with "${_issue.suffix}"` : _issue.format === "includes" ? `Invalid string: must include "${_issue.includes}"` : _issue.format === "regex" ? `Invalid string: must match pattern ${_issue.pattern}` : `Invalid ${FormatDictionary[_issue.format] ?? issue2.format}`;
      }
      case "not_multiple_of":
        return `Invalid number: must be a multiple of ${issue2.divisor}`;
      case "unrecognized_keys":
        return `Unrecognized key${issue2.keys.length > 1 ? "s" : ""}: ${joinValues(issue2.keys, ", ")}`;
      case "invalid_key":
        return `Invalid key in ${issue2.origin}`;
      case "invalid_union":
        return issue2.options && Array.isArray(issue2.options) && issue2.options.length > 0 ? `Invalid discriminator value. Expected ${issue2.options.map((o) => `'${o}'`).join(" | ")}` : issue2.inclusive === !1 ? "Invalid input: more than one option matched" : "Invalid input";
      case "invalid_element":
        return `Invalid value in ${issue2.origin}`;
      default:
        return "Invalid input";
    }
  };
};
function en_default() {
  return {
    localeError: error()
  };
}

// node_modules/zod/v4/core/registries.js
var _a2;
var $ZodRegistry = class {
  constructor() {
    this._map = /* @__PURE__ */ new WeakMap(), this._idmap = /* @__PURE__ */ new Map();
  }
  add(schema, ..._meta) {
    let meta2 = _meta[0];
    return this._map.set(schema, meta2), meta2 && typeof meta2 == "object" && "id" in meta2 && this._idmap.set(meta2.id, schema), this;
  }
  clear() {
    return this._map = /* @__PURE__ */ new WeakMap(), this._idmap = /* @__PURE__ */ new Map(), this;
  }
  remove(schema) {
    let meta2 = this._map.get(schema);
    return meta2 && typeof meta2 == "object" && "id" in meta2 && this._idmap.delete(meta2.id), this._map.delete(schema), this;
  }
  get(schema) {
    let p = schema._zod.parent;
    if (p) {
      let pm = { ...this.get(p) ?? {} };
      delete pm.id;
      let f = { ...pm, ...this._map.get(schema) };
      return Object.keys(f).length ? f : void 0;
    }
    return this._map.get(schema);
  }
  has(schema) {
    return this._map.has(schema);
  }
};
function registry() {
  return new $ZodRegistry();
}
(_a2 = globalThis).__zod_globalRegistry ?? (_a2.__zod_globalRegistry = registry());
var globalRegistry = globalThis.__zod_globalRegistry;

// node_modules/zod/v4/core/api.js
function snapshotChecks(def) {
  return def.checks && (def.checks = [...def.checks]), def;
}
// @__NO_SIDE_EFFECTS__
function _string(Class2, params) {
  return new Class2(snapshotChecks({ type: "string", ...normalizeParams(params) }));
}
// @__NO_SIDE_EFFECTS__
function _email(Class2, params) {
  return new Class2({
    type: "string",
    format: "email",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _guid(Class2, params) {
  return new Class2({
    type: "string",
    format: "guid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _uuid(Class2, params) {
  return new Class2({
    type: "string",
    format: "uuid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _uuidv4(Class2, params) {
  return new Class2({
    type: "string",
    format: "uuid",
    check: "string_format",
    abort: !1,
    version: "v4",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _uuidv6(Class2, params) {
  return new Class2({
    type: "string",
    format: "uuid",
    check: "string_format",
    abort: !1,
    version: "v6",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _uuidv7(Class2, params) {
  return new Class2({
    type: "string",
    format: "uuid",
    check: "string_format",
    abort: !1,
    version: "v7",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _url(Class2, params) {
  return new Class2({
    type: "string",
    format: "url",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _emoji2(Class2, params) {
  return new Class2({
    type: "string",
    format: "emoji",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _nanoid(Class2, params) {
  return new Class2({
    type: "string",
    format: "nanoid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _cuid(Class2, params) {
  return new Class2({
    type: "string",
    format: "cuid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _cuid2(Class2, params) {
  return new Class2({
    type: "string",
    format: "cuid2",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _ulid(Class2, params) {
  return new Class2({
    type: "string",
    format: "ulid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _xid(Class2, params) {
  return new Class2({
    type: "string",
    format: "xid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _ksuid(Class2, params) {
  return new Class2({
    type: "string",
    format: "ksuid",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _ipv4(Class2, params) {
  return new Class2({
    type: "string",
    format: "ipv4",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _ipv6(Class2, params) {
  return new Class2({
    type: "string",
    format: "ipv6",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _cidrv4(Class2, params) {
  return new Class2({
    type: "string",
    format: "cidrv4",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _cidrv6(Class2, params) {
  return new Class2({
    type: "string",
    format: "cidrv6",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _base64(Class2, params) {
  return new Class2({
    type: "string",
    format: "base64",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _base64url(Class2, params) {
  return new Class2({
    type: "string",
    format: "base64url",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _e164(Class2, params) {
  return new Class2({
    type: "string",
    format: "e164",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _jwt(Class2, params) {
  return new Class2({
    type: "string",
    format: "jwt",
    check: "string_format",
    abort: !1,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _isoDateTime(Class2, params) {
  return new Class2({
    type: "string",
    format: "datetime",
    check: "string_format",
    offset: !1,
    local: !1,
    precision: null,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _isoDate(Class2, params) {
  return new Class2({
    type: "string",
    format: "date",
    check: "string_format",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _isoTime(Class2, params) {
  return new Class2({
    type: "string",
    format: "time",
    check: "string_format",
    precision: null,
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _isoDuration(Class2, params) {
  return new Class2({
    type: "string",
    format: "duration",
    check: "string_format",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _number(Class2, params) {
  return new Class2(snapshotChecks({ type: "number", checks: [], ...normalizeParams(params) }));
}
// @__NO_SIDE_EFFECTS__
function _int(Class2, params) {
  return new Class2({
    type: "number",
    check: "number_format",
    abort: !1,
    format: "safeint",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _boolean(Class2, params) {
  return new Class2({
    type: "boolean",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _unknown(Class2) {
  return new Class2({
    type: "unknown"
  });
}
// @__NO_SIDE_EFFECTS__
function _never(Class2, params) {
  return new Class2({
    type: "never",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _lt(value, params) {
  return new $ZodCheckLessThan({
    check: "less_than",
    ...normalizeParams(params),
    value,
    inclusive: !1
  });
}
// @__NO_SIDE_EFFECTS__
function _lte(value, params) {
  return new $ZodCheckLessThan({
    check: "less_than",
    ...normalizeParams(params),
    value,
    inclusive: !0
  });
}
// @__NO_SIDE_EFFECTS__
function _gt(value, params) {
  return new $ZodCheckGreaterThan({
    check: "greater_than",
    ...normalizeParams(params),
    value,
    inclusive: !1
  });
}
// @__NO_SIDE_EFFECTS__
function _gte(value, params) {
  return new $ZodCheckGreaterThan({
    check: "greater_than",
    ...normalizeParams(params),
    value,
    inclusive: !0
  });
}
// @__NO_SIDE_EFFECTS__
function _multipleOf(value, params) {
  return new $ZodCheckMultipleOf({
    check: "multiple_of",
    ...normalizeParams(params),
    value
  });
}
// @__NO_SIDE_EFFECTS__
function _maxLength(maximum, params) {
  return new $ZodCheckMaxLength({
    check: "max_length",
    ...normalizeParams(params),
    maximum
  });
}
// @__NO_SIDE_EFFECTS__
function _minLength(minimum, params) {
  return new $ZodCheckMinLength({
    check: "min_length",
    ...normalizeParams(params),
    minimum
  });
}
// @__NO_SIDE_EFFECTS__
function _length(length, params) {
  return new $ZodCheckLengthEquals({
    check: "length_equals",
    ...normalizeParams(params),
    length
  });
}
// @__NO_SIDE_EFFECTS__
function _regex(pattern, params) {
  return new $ZodCheckRegex({
    check: "string_format",
    format: "regex",
    ...normalizeParams(params),
    pattern
  });
}
// @__NO_SIDE_EFFECTS__
function _lowercase(params) {
  return new $ZodCheckLowerCase({
    check: "string_format",
    format: "lowercase",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _uppercase(params) {
  return new $ZodCheckUpperCase({
    check: "string_format",
    format: "uppercase",
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _includes(includes, params) {
  return new $ZodCheckIncludes({
    check: "string_format",
    format: "includes",
    ...normalizeParams(params),
    includes
  });
}
// @__NO_SIDE_EFFECTS__
function _startsWith(prefix, params) {
  return new $ZodCheckStartsWith({
    check: "string_format",
    format: "starts_with",
    ...normalizeParams(params),
    prefix
  });
}
// @__NO_SIDE_EFFECTS__
function _endsWith(suffix, params) {
  return new $ZodCheckEndsWith({
    check: "string_format",
    format: "ends_with",
    ...normalizeParams(params),
    suffix
  });
}
// @__NO_SIDE_EFFECTS__
function _overwrite(tx) {
  return new $ZodCheckOverwrite({
    check: "overwrite",
    tx
  });
}
// @__NO_SIDE_EFFECTS__
function _normalize(form) {
  return /* @__PURE__ */ _overwrite((input) => input.normalize(form));
}
// @__NO_SIDE_EFFECTS__
function _trim() {
  return /* @__PURE__ */ _overwrite((input) => input.trim());
}
// @__NO_SIDE_EFFECTS__
function _toLowerCase() {
  return /* @__PURE__ */ _overwrite((input) => input.toLowerCase());
}
// @__NO_SIDE_EFFECTS__
function _toUpperCase() {
  return /* @__PURE__ */ _overwrite((input) => input.toUpperCase());
}
// @__NO_SIDE_EFFECTS__
function _slugify() {
  return /* @__PURE__ */ _overwrite((input) => slugify(input));
}
// @__NO_SIDE_EFFECTS__
function _array(Class2, element, params) {
  return new Class2({
    type: "array",
    element,
    // get element() {
    //   return element;
    // },
    ...normalizeParams(params)
  });
}
// @__NO_SIDE_EFFECTS__
function _refine(Class2, fn, _params) {
  return new Class2({
    type: "custom",
    check: "custom",
    fn,
    ...normalizeParams(_params)
  });
}
// @__NO_SIDE_EFFECTS__
function _superRefine(fn, params) {
  let ch = /* @__PURE__ */ _check((payload) => (payload.addIssue = (issue2) => {
    if (typeof issue2 == "string")
      payload.issues.push(issue(issue2, payload.value, ch._zod.def));
    else {
      let _issue = issue2;
      _issue.fatal && (_issue.continue = !1), _issue.code ?? (_issue.code = "custom"), "input" in _issue || (_issue.input = payload.value), _issue.inst ?? (_issue.inst = ch), _issue.continue ?? (_issue.continue = !ch._zod.def.abort), payload.issues.push(issue(_issue));
    }
  }, fn(payload.value, payload)), params);
  return ch;
}
// @__NO_SIDE_EFFECTS__
function _check(fn, params) {
  let ch = new $ZodCheck({
    check: "custom",
    ...normalizeParams(params)
  });
  return ch._zod.check = fn, ch;
}

// node_modules/zod/v4/core/to-json-schema.js
function assignProps(target, ...sources) {
  for (let source of sources)
    for (let key of Reflect.ownKeys(source))
      Object.prototype.propertyIsEnumerable.call(source, key) && assignProp(target, key, source[key]);
  return target;
}
function initializeContext(params) {
  let target = params?.target ?? "draft-2020-12";
  return target === "draft-4" && (target = "draft-04"), target === "draft-7" && (target = "draft-07"), {
    processors: params.processors ?? {},
    metadataRegistry: params?.metadata ?? globalRegistry,
    target,
    unrepresentable: params?.unrepresentable ?? "throw",
    override: params?.override ?? (() => {
    }),
    io: params?.io ?? "output",
    counter: 0,
    seen: /* @__PURE__ */ new Map(),
    sharedDefsExtractedFor: void 0,
    sharedEmitDoneFor: void 0,
    cycles: params?.cycles ?? "ref",
    reused: params?.reused ?? "inline",
    intersections: [],
    deferred: [],
    external: params?.external ?? void 0
  };
}
function handleUnrepresentable(schema, ctx, json, params, message) {
  let result = typeof ctx.unrepresentable == "function" ? ctx.unrepresentable({ zodSchema: schema, path: params.path, message }) : ctx.unrepresentable;
  if (result === "any")
    return !1;
  if (result === void 0 || result === "throw")
    throw new Error(message);
  return Object.assign(json, result), !0;
}
function processSchema(schema, ctx, _params = { path: [], schemaPath: [] }) {
  var _a3;
  let def = schema._zod.def, seen = ctx.seen.get(schema);
  if (seen)
    return seen.count++, _params.schemaPath.includes(schema) && (seen.cycle = _params.path), seen.schema;
  let result = { schema: {}, count: 1, cycle: void 0, path: _params.path };
  ctx.seen.set(schema, result), ctx.sharedDefsExtractedFor = void 0, ctx.sharedEmitDoneFor = void 0;
  let overrideSchema = schema._zod.toJSONSchema?.();
  if (overrideSchema)
    result.schema = overrideSchema;
  else {
    let params = {
      ..._params,
      schemaPath: [..._params.schemaPath, schema],
      path: _params.path
    };
    if (schema._zod.processJSONSchema)
      schema._zod.processJSONSchema(ctx, result.schema, params);
    else {
      let _json = result.schema, processor = ctx.processors[def.type];
      if (!processor)
        throw new Error(`[toJSONSchema]: Non-representable type encountered: ${def.type}`);
      processor(schema, ctx, _json, params);
    }
    let parent = schema._zod.parent;
    parent && (result.ref || (result.ref = parent), processSchema(parent, ctx, params), ctx.seen.get(parent).isParent = !0);
  }
  let meta2 = ctx.metadataRegistry.get(schema);
  return meta2 && assignProps(result.schema, meta2), ctx.io === "input" && isTransforming(schema) && (delete result.schema.examples, delete result.schema.default), ctx.io === "input" && "_prefault" in result.schema && ((_a3 = result.schema).default ?? (_a3.default = result.schema._prefault)), delete result.schema._prefault, ctx.seen.get(schema).schema;
}
function encodeJSONPointerSegment(segment) {
  return segment.replace(/~/g, "~0").replace(/\//g, "~1");
}
function extractDefs(ctx, schema) {
  let root = ctx.seen.get(schema);
  if (!root)
    throw new Error("Unprocessed schema. This is a bug in Zod.");
  if (ctx.external && ctx.sharedDefsExtractedFor === ctx.external)
    return;
  let idToSchema = /* @__PURE__ */ new Map();
  for (let entry of ctx.seen.entries()) {
    let id3 = ctx.metadataRegistry.get(entry[0])?.id;
    if (id3) {
      let existing = idToSchema.get(id3);
      if (existing && existing !== entry[0])
        throw new Error(`Duplicate schema id "${id3}" detected during JSON Schema conversion. Two different schemas cannot share the same id when converted together.`);
      idToSchema.set(id3, entry[0]);
    }
  }
  let makeURI = (entry) => {
    let defsSegment = ctx.target === "draft-2020-12" ? "$defs" : "definitions";
    if (ctx.external) {
      let externalId = ctx.external.registry.get(entry[0])?.id, uriGenerator = ctx.external.uri ?? ((id4) => id4);
      if (externalId)
        return { ref: uriGenerator(externalId) };
      let id3 = entry[1].defId ?? entry[1].schema.id ?? `schema${ctx.counter++}`;
      return entry[1].defId = id3, { defId: id3, ref: `${uriGenerator("__shared")}#/${defsSegment}/${encodeJSONPointerSegment(id3)}` };
    }
    let uriPrefix = "#", defUriPrefix = `${uriPrefix}/${defsSegment}/`;
    if (entry[1] === root && !entry[1].schema.id)
      return { ref: uriPrefix };
    let defId = entry[1].schema.id ?? `__schema${ctx.counter++}`;
    return { defId, ref: defUriPrefix + encodeJSONPointerSegment(defId) };
  }, extractToDef = (entry) => {
    if (entry[1].schema.$ref)
      return;
    let seen = entry[1], { ref, defId } = makeURI(entry);
    seen.def = { ...seen.schema }, defId && (seen.defId = defId);
    let schema2 = seen.schema;
    for (let key in schema2)
      delete schema2[key];
    schema2.$ref = ref;
  };
  if (ctx.cycles === "throw")
    for (let entry of ctx.seen.entries()) {
      let seen = entry[1];
      if (seen.cycle)
        throw new Error(`Cycle detected: #/${seen.cycle?.join("/")}/<root>

Set the \`cycles\` parameter to \`"ref"\` to resolve cyclical schemas with defs.`);
    }
  for (let entry of ctx.seen.entries()) {
    let seen = entry[1];
    if (schema === entry[0]) {
      extractToDef(entry);
      continue;
    }
    if (ctx.external) {
      let ext = ctx.external.registry.get(entry[0])?.id;
      if (schema !== entry[0] && ext) {
        extractToDef(entry);
        continue;
      }
    }
    if (ctx.metadataRegistry.get(entry[0])?.id) {
      extractToDef(entry);
      continue;
    }
    if (seen.cycle) {
      extractToDef(entry);
      continue;
    }
    seen.count > 1 && ctx.reused === "ref" && extractToDef(entry);
  }
  ctx.external && (ctx.sharedDefsExtractedFor = ctx.external);
}
function compactTypeUnion(schema) {
  let options = schema.anyOf;
  if (!Array.isArray(options) || options.length === 0 || schema.type !== void 0)
    return;
  let types = [];
  for (let option of options) {
    if (!option || typeof option != "object")
      return;
    compactTypeUnion(option);
    let keys2 = Object.keys(option);
    if (keys2.length !== 1 || keys2[0] !== "type")
      return;
    let type = option.type;
    for (let member2 of Array.isArray(type) ? type : [type]) {
      if (typeof member2 != "string")
        return;
      types.includes(member2) || types.push(member2);
    }
  }
  delete schema.anyOf, schema.type = types.length === 1 ? types[0] : types;
}
var FOLDABLE_KEYS = /* @__PURE__ */ new Set(["type", "properties", "required", "additionalProperties"]), UNION_KEYS = ["oneOf", "anyOf"];
function undeclaredConstraint(member2) {
  let extra = member2.additionalProperties;
  return extra === void 0 || extra === !1 || typeof extra != "object" || extra === null ? null : Object.keys(extra).length ? extra : null;
}
function foldObjects(members2) {
  let objects2 = [];
  for (let member2 of members2) {
    if (typeof member2 != "object" || member2.type !== "object")
      return null;
    for (let key in member2)
      if (!FOLDABLE_KEYS.has(key))
        return null;
    objects2.push(member2);
  }
  let properties = {}, required2 = /* @__PURE__ */ new Set();
  for (let object of objects2) {
    for (let key in object.properties) {
      if (Object.prototype.hasOwnProperty.call(properties, key))
        continue;
      let parts = [];
      for (let other of objects2) {
        let part3 = other.properties?.[key] ?? undeclaredConstraint(other);
        part3 != null && (parts.some((seen) => JSON.stringify(seen) === JSON.stringify(part3)) || parts.push(part3));
      }
      let merged = parts.length === 1 ? parts[0] : foldObjects(parts) ?? { allOf: parts };
      assignProp(properties, key, merged);
    }
    for (let key of object.required ?? [])
      required2.add(key);
  }
  let folded = { type: "object", properties };
  if (required2.size && (folded.required = [...required2]), objects2.every((object) => object.additionalProperties === !1))
    folded.additionalProperties = !1;
  else {
    let constraints = [];
    for (let object of objects2) {
      let constraint = undeclaredConstraint(object);
      constraint && !constraints.some((seen) => JSON.stringify(seen) === JSON.stringify(constraint)) && constraints.push(constraint);
    }
    constraints.length === 1 ? folded.additionalProperties = constraints[0] : constraints.length > 1 && (folded.additionalProperties = { allOf: constraints });
  }
  return folded;
}
function foldIntersection(json) {
  let allOf = json.allOf;
  if (!Array.isArray(allOf) || allOf.length < 2)
    return;
  for (let key of FOLDABLE_KEYS)
    if (key in json)
      return;
  let unions = allOf.filter((m) => UNION_KEYS.some((k) => Array.isArray(m[k]))), folded = null;
  if (!unions.length)
    folded = foldObjects(allOf);
  else {
    let union2 = unions[0], keyword = UNION_KEYS.find((k) => Array.isArray(union2[k]));
    if (Object.keys(union2).length !== 1)
      return;
    let rest2 = allOf.filter((m) => m !== union2), branches = union2[keyword].map((branch) => foldObjects([...rest2, branch]));
    if (branches.some((b) => !b))
      return;
    folded = { [keyword]: branches };
  }
  folded && (delete json.allOf, assignProps(json, folded));
}
function finalize(ctx, schema) {
  let root = ctx.seen.get(schema);
  if (!root)
    throw new Error("Unprocessed schema. This is a bug in Zod.");
  let flattenRef = (zodSchema) => {
    let seen = ctx.seen.get(zodSchema);
    if (seen.ref === null)
      return;
    let schema2 = seen.def ?? seen.schema, _cached = { ...schema2 }, ref = seen.ref;
    if (seen.ref = null, ref) {
      flattenRef(ref);
      let refSeen = ctx.seen.get(ref), refSchema = refSeen.schema;
      if (refSchema.$ref && (ctx.target === "draft-07" || ctx.target === "draft-04" || ctx.target === "openapi-3.0") ? (schema2.allOf = schema2.allOf ?? [], schema2.allOf.push(refSchema)) : assignProps(schema2, refSchema), assignProps(schema2, _cached), zodSchema._zod.parent === ref)
        for (let key in schema2)
          key === "$ref" || key === "allOf" || key in _cached || delete schema2[key];
      if (refSchema.$ref && refSeen.def)
        for (let key in schema2)
          key === "$ref" || key === "allOf" || key in refSeen.def && JSON.stringify(schema2[key]) === JSON.stringify(refSeen.def[key]) && delete schema2[key];
    }
    let parent = zodSchema._zod.parent;
    if (parent && parent !== ref) {
      flattenRef(parent);
      let parentSeen = ctx.seen.get(parent);
      if (parentSeen?.schema.$ref && (schema2.$ref = parentSeen.schema.$ref, parentSeen.def))
        for (let key in schema2)
          key === "$ref" || key === "allOf" || key in parentSeen.def && JSON.stringify(schema2[key]) === JSON.stringify(parentSeen.def[key]) && delete schema2[key];
    }
    ctx.override({
      zodSchema,
      jsonSchema: schema2,
      path: seen.path ?? []
    });
  };
  if (!ctx.external || ctx.sharedEmitDoneFor !== ctx.external) {
    for (let entry of [...ctx.seen.entries()].reverse())
      flattenRef(entry[0]);
    if (ctx.target !== "openapi-3.0")
      for (let entry of ctx.seen.entries())
        compactTypeUnion(entry[1].def ?? entry[1].schema);
    for (let rewrite of ctx.deferred)
      rewrite();
    if (ctx.intersections.length) {
      let carriers = /* @__PURE__ */ new Map();
      for (let seen of ctx.seen.values())
        for (let json of [seen.schema, seen.def]) {
          let allOf = json?.allOf;
          if (!Array.isArray(allOf))
            continue;
          let existing = carriers.get(allOf);
          existing ? existing.push(json) : carriers.set(allOf, [json]);
        }
      for (let allOf of ctx.intersections)
        for (let json of carriers.get(allOf) ?? [])
          foldIntersection(json);
    }
  }
  let result = {};
  if (ctx.target === "draft-2020-12" ? result.$schema = "https://json-schema.org/draft/2020-12/schema" : ctx.target === "draft-07" ? result.$schema = "http://json-schema.org/draft-07/schema#" : ctx.target === "draft-04" ? result.$schema = "http://json-schema.org/draft-04/schema#" : ctx.target, ctx.external?.uri) {
    let id3 = ctx.external.registry.get(schema)?.id;
    if (!id3)
      throw new Error("Schema is missing an `id` property");
    result.$id = ctx.external.uri(id3);
  }
  assignProps(result, root.defId ? root.schema : root.def ?? root.schema);
  let rootMetaId = ctx.metadataRegistry.get(schema)?.id;
  rootMetaId !== void 0 && result.id === rootMetaId && delete result.id;
  let defs = ctx.external?.defs ?? {};
  if (!ctx.external || ctx.sharedEmitDoneFor !== ctx.external)
    for (let entry of ctx.seen.entries()) {
      let seen = entry[1];
      seen.def && seen.defId && (seen.def.id === seen.defId && delete seen.def.id, assignProp(defs, seen.defId, seen.def));
    }
  ctx.external && (ctx.sharedEmitDoneFor = ctx.external), ctx.external || Object.keys(defs).length > 0 && (ctx.target === "draft-2020-12" ? result.$defs = defs : result.definitions = defs);
  try {
    let finalized = JSON.parse(JSON.stringify(result));
    return Object.defineProperty(finalized, "~standard", {
      value: {
        ...schema["~standard"],
        jsonSchema: {
          input: createStandardJSONSchemaMethod(schema, "input", ctx.processors),
          output: createStandardJSONSchemaMethod(schema, "output", ctx.processors)
        }
      },
      enumerable: !1,
      writable: !1
    }), finalized;
  } catch {
    throw new Error("Error converting schema to JSON.");
  }
}
function isTransforming(_schema, _ctx) {
  let ctx = _ctx ?? { seen: /* @__PURE__ */ new Set() };
  if (ctx.seen.has(_schema))
    return !1;
  ctx.seen.add(_schema);
  let def = _schema._zod.def;
  if (def.type === "transform")
    return !0;
  if (def.type === "array")
    return isTransforming(def.element, ctx);
  if (def.type === "set")
    return isTransforming(def.valueType, ctx);
  if (def.type === "lazy")
    return isTransforming(def.getter(), ctx);
  if (def.type === "promise" || def.type === "optional" || def.type === "nonoptional" || def.type === "nullable" || def.type === "readonly" || def.type === "default" || def.type === "prefault" || def.type === "catch")
    return isTransforming(def.innerType, ctx);
  if (def.type === "intersection")
    return isTransforming(def.left, ctx) || isTransforming(def.right, ctx);
  if (def.type === "record" || def.type === "map")
    return isTransforming(def.keyType, ctx) || isTransforming(def.valueType, ctx);
  if (def.type === "pipe")
    return _schema._zod.traits.has("$ZodCodec") ? !0 : isTransforming(def.in, ctx) || isTransforming(def.out, ctx);
  if (def.type === "object") {
    for (let key in def.shape)
      if (isTransforming(def.shape[key], ctx))
        return !0;
    return !1;
  }
  if (def.type === "union") {
    for (let option of def.options)
      if (isTransforming(option, ctx))
        return !0;
    return !1;
  }
  if (def.type === "tuple") {
    for (let item of def.items)
      if (isTransforming(item, ctx))
        return !0;
    return !!(def.rest && isTransforming(def.rest, ctx));
  }
  return !1;
}
var createToJSONSchemaMethod = (schema, processors = {}) => (params) => {
  let ctx = initializeContext({ ...params, processors });
  return processSchema(schema, ctx), extractDefs(ctx, schema), finalize(ctx, schema);
}, createStandardJSONSchemaMethod = (schema, io, processors = {}) => (params) => {
  let { libraryOptions, target } = params ?? {}, ctx = initializeContext({ ...libraryOptions ?? {}, target, io, processors });
  return processSchema(schema, ctx), extractDefs(ctx, schema), finalize(ctx, schema);
};

// node_modules/zod/v4/core/json-schema-processors.js
var narrowMin = (agg, key, value) => {
  (agg[key] === void 0 || value > agg[key]) && (agg[key] = value);
}, narrowMax = (agg, key, value) => {
  (agg[key] === void 0 || value < agg[key]) && (agg[key] = value);
}, narrowBoth = (agg, value) => {
  narrowMin(agg, "minimum", value), narrowMax(agg, "maximum", value);
}, addDivisor = (agg, value) => {
  agg.multipleOf ?? (agg.multipleOf = []), agg.multipleOf.includes(value) || agg.multipleOf.push(value);
}, addPattern = (agg, pattern) => {
  agg.patterns ?? (agg.patterns = /* @__PURE__ */ new Set()), agg.patterns.add(pattern);
}, intersectMime = (agg, mime) => {
  agg.mime = agg.mime ? agg.mime.filter((m) => mime.includes(m)) : [...mime];
}, setFormat = (agg, format) => {
  agg.format = format, format.includes("int") && (agg.isInt = !0);
}, minContributor = (agg, def) => narrowMin(agg, "minimum", def.minimum), maxContributor = (agg, def) => narrowMax(agg, "maximum", def.maximum), formatContributor = (ranges) => (agg, def) => {
  setFormat(agg, def.format);
  let [minimum, maximum] = ranges[def.format];
  narrowMin(agg, "minimum", minimum), narrowMax(agg, "maximum", maximum);
}, contributors = {
  greater_than: (agg, def) => narrowMin(agg, def.inclusive ? "minimum" : "exclusiveMinimum", def.value),
  less_than: (agg, def) => narrowMax(agg, def.inclusive ? "maximum" : "exclusiveMaximum", def.value),
  multiple_of: (agg, def) => addDivisor(agg, def.value),
  number_format: formatContributor(NUMBER_FORMAT_RANGES),
  bigint_format: formatContributor(BIGINT_FORMAT_RANGES),
  min_length: minContributor,
  max_length: maxContributor,
  length_equals: (agg, def) => narrowBoth(agg, def.length),
  min_size: minContributor,
  max_size: maxContributor,
  size_equals: (agg, def) => narrowBoth(agg, def.size),
  string_format: (agg, def) => {
    setFormat(agg, def.format), def.pattern && addPattern(agg, def.pattern), (def.format === "base64" || def.format === "base64url") && (agg.contentEncoding = def.format), (def.local || def.precision === -1) && (agg.laxFormat = !0);
  },
  mime_type: (agg, def) => intersectMime(agg, def.mime)
};
function aggregateChecks(schema) {
  let agg = {}, def = schema._zod.def, list3 = schema._zod.traits.has("$ZodCheck") ? [schema, ...def.checks ?? []] : def.checks ?? [];
  for (let ch of list3)
    contributors[ch._zod.def.check]?.(agg, ch._zod.def);
  let bag = schema._zod.bag;
  bag.minimum !== void 0 && narrowMin(agg, "minimum", bag.minimum), bag.exclusiveMinimum !== void 0 && narrowMin(agg, "exclusiveMinimum", bag.exclusiveMinimum), bag.maximum !== void 0 && narrowMax(agg, "maximum", bag.maximum), bag.exclusiveMaximum !== void 0 && narrowMax(agg, "exclusiveMaximum", bag.exclusiveMaximum), bag.multipleOf !== void 0 && addDivisor(agg, bag.multipleOf), bag.format !== void 0 && (agg.format ?? (agg.format = bag.format), bag.format.includes("int") && (agg.isInt = !0)), bag.mime && intersectMime(agg, bag.mime);
  for (let pattern of bag.patterns ?? [])
    addPattern(agg, pattern);
  return agg;
}
var formatMap = {
  guid: "uuid",
  url: "uri",
  datetime: "date-time",
  json_string: "json-string",
  regex: ""
  // do not set
}, exactPatterns = /* @__PURE__ */ new Map([
  [base64Charset, base64],
  [base64urlCharset, base64url]
]), exactPattern = (p) => exactPatterns.get(p) ?? p, stringProcessor = (schema, ctx, _json, _params) => {
  let json = _json;
  json.type = "string";
  let { minimum, maximum, format, patterns, contentEncoding, laxFormat } = aggregateChecks(schema);
  if (typeof minimum == "number" && (json.minLength = minimum), typeof maximum == "number" && (json.maxLength = maximum), format && (json.format = formatMap[format] ?? format, json.format === "" && delete json.format, (format === "time" || laxFormat) && delete json.format), contentEncoding && (json.contentEncoding = contentEncoding), patterns && patterns.size > 0) {
    let patternList = [...patterns].map(exactPattern);
    patternList.length === 1 ? json.pattern = patternList[0].source : patternList.length > 1 && (json.allOf = [
      ...patternList.map((regex) => ({
        ...ctx.target === "draft-07" || ctx.target === "draft-04" || ctx.target === "openapi-3.0" ? { type: "string" } : {},
        pattern: regex.source
      }))
    ]);
  }
}, numberProcessor = (schema, ctx, _json, params) => {
  let json = _json, { minimum, maximum, multipleOf, exclusiveMaximum, exclusiveMinimum, isInt } = aggregateChecks(schema);
  json.type = isInt ? "integer" : "number";
  let exMin = typeof exclusiveMinimum == "number" && exclusiveMinimum >= (minimum ?? Number.NEGATIVE_INFINITY), exMax = typeof exclusiveMaximum == "number" && exclusiveMaximum <= (maximum ?? Number.POSITIVE_INFINITY), legacy = ctx.target === "draft-04" || ctx.target === "openapi-3.0";
  if (exMin ? legacy ? (json.minimum = exclusiveMinimum, json.exclusiveMinimum = !0) : json.exclusiveMinimum = exclusiveMinimum : typeof minimum == "number" && (json.minimum = minimum), exMax ? legacy ? (json.maximum = exclusiveMaximum, json.exclusiveMaximum = !0) : json.exclusiveMaximum = exclusiveMaximum : typeof maximum == "number" && (json.maximum = maximum), multipleOf) {
    let divisors = /* @__PURE__ */ new Set();
    for (let divisor of multipleOf)
      Number.isFinite(divisor) && divisor !== 0 ? divisors.add(Math.abs(divisor)) : handleUnrepresentable(schema, ctx, json, params, `A multipleOf divisor of ${divisor} cannot be represented in JSON Schema`);
    let [first, ...rest2] = divisors;
    first !== void 0 && (json.multipleOf = first), rest2.length && (json.allOf = [...json.allOf ?? [], ...rest2.map((m) => ({ multipleOf: m }))]);
  }
}, booleanProcessor = (_schema, _ctx, json, _params) => {
  json.type = "boolean";
};
var neverProcessor = (_schema, _ctx, json, _params) => {
  json.not = {};
};
var unknownProcessor = (_schema, _ctx, _json, _params) => {
};
var enumProcessor = (schema, _ctx, json, _params) => {
  let def = schema._zod.def, values = getEnumValues(def.entries);
  if (values.length === 0) {
    json.not = {};
    return;
  }
  values.every((v) => typeof v == "number") && (json.type = "number"), values.every((v) => typeof v == "string") && (json.type = "string"), json.enum = values;
}, literalProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def;
  if (def.values.length === 0) {
    json.not = {};
    return;
  }
  let vals = [];
  for (let val of def.values)
    if (val === void 0) {
      if (handleUnrepresentable(schema, ctx, json, params, "Literal `undefined` cannot be represented in JSON Schema"))
        return;
    } else if (typeof val == "bigint") {
      if (handleUnrepresentable(schema, ctx, json, params, "BigInt literals cannot be represented in JSON Schema"))
        return;
      vals.push(Number(val));
    } else
      vals.push(val);
  if (vals.length !== 0)
    if (vals.length === 1) {
      let val = vals[0];
      json.type = val === null ? "null" : typeof val, ctx.target === "draft-04" || ctx.target === "openapi-3.0" ? json.enum = [val] : json.const = val;
    } else
      vals.every((v) => typeof v == "number") && (json.type = "number"), vals.every((v) => typeof v == "string") && (json.type = "string"), vals.every((v) => typeof v == "boolean") && (json.type = "boolean"), vals.every((v) => v === null) && (json.type = "null"), json.enum = vals;
};
var customProcessor = (schema, ctx, json, params) => {
  handleUnrepresentable(schema, ctx, json, params, "Custom types cannot be represented in JSON Schema");
};
var transformProcessor = (schema, ctx, json, params) => {
  handleUnrepresentable(schema, ctx, json, params, "Transforms cannot be represented in JSON Schema");
};
var arrayProcessor = (schema, ctx, _json, params) => {
  let json = _json, def = schema._zod.def, { minimum, maximum } = aggregateChecks(schema);
  typeof minimum == "number" && (json.minItems = minimum), typeof maximum == "number" && (json.maxItems = maximum), json.type = "array", json.items = processSchema(def.element, ctx, {
    ...params,
    path: [...params.path, "items"]
  });
};
function inputOptin(schema) {
  let def = schema._zod.def;
  return def.type === "pipe" && def.in._zod.traits.has("$ZodTransform") ? inputOptin(def.out) : def.type === "catch" ? inputOptin(def.innerType) : schema._zod.optin;
}
var objectProcessor = (schema, ctx, _json, params) => {
  let json = _json, def = schema._zod.def, shape = def.shape;
  if (Object.getOwnPropertySymbols(shape).length && handleUnrepresentable(schema, ctx, json, params, "Symbol keys cannot be represented in JSON Schema"))
    return;
  json.type = "object", json.properties = {};
  for (let key in shape)
    assignProp(json.properties, key, processSchema(shape[key], ctx, {
      ...params,
      path: [...params.path, "properties", key]
    }));
  let requiredKeys = [];
  for (let key of Object.keys(shape)) {
    let field = def.shape[key];
    (ctx.io === "input" ? inputOptin(field) === void 0 : field._zod.optout === void 0) && requiredKeys.push(key);
  }
  requiredKeys.length > 0 && (json.required = requiredKeys), def.catchall?._zod.def.type === "never" ? json.additionalProperties = !1 : def.catchall ? def.catchall && (json.additionalProperties = processSchema(def.catchall, ctx, {
    ...params,
    path: [...params.path, "additionalProperties"]
  })) : ctx.io === "output" && (json.additionalProperties = !1);
}, unionProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def, isExclusive = def.inclusive === !1, options = def.options.map((x, i) => processSchema(x, ctx, {
    ...params,
    path: [...params.path, isExclusive ? "oneOf" : "anyOf", i]
  }));
  isExclusive ? json.oneOf = options : json.anyOf = options;
}, intersectionProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def, a = processSchema(def.left, ctx, {
    ...params,
    path: [...params.path, "allOf", 0]
  }), b = processSchema(def.right, ctx, {
    ...params,
    path: [...params.path, "allOf", 1]
  }), isSimpleIntersection = (val) => "allOf" in val && Object.keys(val).length === 1, allOf = [
    ...isSimpleIntersection(a) ? a.allOf : [a],
    ...isSimpleIntersection(b) ? b.allOf : [b]
  ];
  json.allOf = allOf, ctx.intersections.push(allOf);
}, tupleProcessor = (schema, ctx, _json, params) => {
  let json = _json, def = schema._zod.def;
  json.type = "array";
  let prefixPath = ctx.target === "draft-2020-12" ? "prefixItems" : "items", restPath = ctx.target === "draft-2020-12" || ctx.target === "openapi-3.0" ? "items" : "additionalItems", prefixItems = def.items.map((x, i) => processSchema(x, ctx, {
    ...params,
    path: [...params.path, prefixPath, i]
  })), rest2 = def.rest ? processSchema(def.rest, ctx, {
    ...params,
    path: [...params.path, restPath, ...ctx.target === "openapi-3.0" ? [def.items.length] : []]
  }) : null, minItems = def.items.length;
  for (; minItems > 0; ) {
    let item = def.items[minItems - 1];
    if (!(ctx.io === "input" ? inputOptin(item) !== void 0 : item._zod.optout === "optional"))
      break;
    minItems--;
  }
  let maxItems = def.items.length, isClosed = !def.rest;
  ctx.target === "draft-2020-12" ? (json.prefixItems = prefixItems, isClosed ? json.items = !1 : rest2 && (json.items = rest2), minItems > 0 && (json.minItems = minItems), isClosed && (json.maxItems = maxItems)) : ctx.target === "openapi-3.0" ? (json.items = {
    anyOf: prefixItems
  }, rest2 && json.items.anyOf.push(rest2), minItems > 0 && (json.minItems = minItems), isClosed && (json.maxItems = maxItems)) : (json.items = prefixItems, isClosed ? json.additionalItems = !1 : rest2 && (json.additionalItems = rest2), minItems > 0 && (json.minItems = minItems), isClosed && (json.maxItems = maxItems));
  let { minimum, maximum } = aggregateChecks(schema);
  typeof minimum == "number" && (json.minItems = minimum), typeof maximum == "number" && (json.maxItems = maximum);
};
function stringifyKeyNames(bySchema, json, visited) {
  if (json.$ref) {
    if (visited.has(json))
      return json;
    visited.add(json);
    let def = bySchema.get(json)?.def;
    if (!def)
      return json;
    let inlined = stringifyKeyNames(bySchema, def, visited);
    return inlined === def ? json : inlined;
  }
  for (let keyword of ["anyOf", "oneOf"]) {
    let branches = json[keyword];
    if (!Array.isArray(branches))
      continue;
    let mapped = branches.map((branch) => stringifyKeyNames(bySchema, branch, visited));
    mapped.some((branch, i) => branch !== branches[i]) && (json = { ...json, [keyword]: mapped });
  }
  let types = Array.isArray(json.type) ? json.type : [json.type], numericType = !types.includes("string") && types.some((t) => t === "number" || t === "integer"), values = json.enum ?? (json.const !== void 0 ? [json.const] : void 0);
  if (!numericType && !values?.some((v) => typeof v == "number"))
    return json;
  let { minimum, maximum, exclusiveMinimum, exclusiveMaximum, multipleOf, format, id: id3, ...rest2 } = json;
  return rest2.enum ? rest2.enum = rest2.enum.map((v) => typeof v == "number" ? String(v) : v) : typeof rest2.const == "number" && (rest2.const = String(rest2.const)), numericType && (rest2.type = "string", values || (rest2.pattern = (types.includes("number") ? number2 : integer).source)), rest2;
}
var pendingRecords = /* @__PURE__ */ new WeakMap();
function rewriteKeyNames(ctx) {
  let bySchema = /* @__PURE__ */ new Map();
  for (let entry of ctx.seen.values())
    entry.def && !bySchema.has(entry.schema) && bySchema.set(entry.schema, entry);
  let rewrites = /* @__PURE__ */ new Map();
  for (let record3 of pendingRecords.get(ctx) ?? []) {
    let seen = ctx.seen.get(record3), names = (seen?.def ?? seen?.schema)?.propertyNames;
    if (!names || names === !0 || rewrites.has(names))
      continue;
    let rewritten = stringifyKeyNames(bySchema, names, /* @__PURE__ */ new Set());
    rewritten !== names && rewrites.set(names, rewritten);
  }
  if (rewrites.size)
    for (let entry of ctx.seen.values())
      for (let carrier of [entry.schema, entry.def]) {
        let rewritten = carrier && rewrites.get(carrier.propertyNames);
        rewritten && (carrier.propertyNames = rewritten);
      }
}
var recordProcessor = (schema, ctx, _json, params) => {
  let json = _json, def = schema._zod.def;
  json.type = "object";
  let keyType = def.keyType, patterns = aggregateChecks(keyType).patterns;
  if (def.mode === "loose" && patterns && patterns.size > 0) {
    let valueSchema = processSchema(def.valueType, ctx, {
      ...params,
      path: [...params.path, "patternProperties", "*"]
    });
    json.patternProperties = {};
    for (let pattern of patterns)
      assignProp(json.patternProperties, exactPattern(pattern).source, valueSchema);
  } else {
    if (ctx.target === "draft-07" || ctx.target === "draft-2020-12") {
      json.propertyNames = processSchema(def.keyType, ctx, {
        ...params,
        path: [...params.path, "propertyNames"]
      });
      let pending = pendingRecords.get(ctx);
      pending || (pending = [], pendingRecords.set(ctx, pending), ctx.deferred.push(() => rewriteKeyNames(ctx))), pending.push(schema);
    }
    json.additionalProperties = processSchema(def.valueType, ctx, {
      ...params,
      path: [...params.path, "additionalProperties"]
    });
  }
  let keyValues = keyType._zod.values, omittableOnInput = ctx.io === "input" && inputOptin(def.valueType) !== void 0;
  if (keyValues && !def.partial && !omittableOnInput) {
    let validKeyValues = [...keyValues].filter((v) => typeof v == "string" || typeof v == "number");
    validKeyValues.length > 0 && (json.required = validKeyValues.map(String));
  }
}, nullableProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def, inner = processSchema(def.innerType, ctx, params), seen = ctx.seen.get(schema);
  ctx.target === "openapi-3.0" ? (seen.ref = def.innerType, json.nullable = !0) : json.anyOf = [inner, { type: "null" }];
}, nonoptionalProcessor = (schema, ctx, _json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = def.innerType;
}, UNREPRESENTABLE_DEFAULT = Symbol();
function serializeDefaultValue(value, schema, ctx, json, params) {
  let unrepresentable = !1, serialized = JSON.stringify(value, (_, val) => typeof val != "bigint" ? val : (unrepresentable = !0, null));
  return unrepresentable ? (handleUnrepresentable(schema, ctx, json, params, "BigInt defaults cannot be represented in JSON Schema"), UNREPRESENTABLE_DEFAULT) : JSON.parse(serialized);
}
var defaultProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = def.innerType;
  let value = serializeDefaultValue(def.defaultValue, schema, ctx, json, params);
  value !== UNREPRESENTABLE_DEFAULT && (json.default = value);
}, prefaultProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  if (seen.ref = def.innerType, ctx.io !== "input")
    return;
  let value = serializeDefaultValue(def.defaultValue, schema, ctx, json, params);
  value !== UNREPRESENTABLE_DEFAULT && (json._prefault = value);
}, catchProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = def.innerType;
  let catchValue;
  try {
    catchValue = def.catchValue(void 0);
  } catch {
    handleUnrepresentable(schema, ctx, json, params, "Dynamic catch values are not supported in JSON Schema");
    return;
  }
  json.default = catchValue;
}, pipeProcessor = (schema, ctx, _json, params) => {
  let def = schema._zod.def, inIsTransform = def.in._zod.traits.has("$ZodTransform"), innerType = ctx.io === "input" ? inIsTransform ? def.out : def.in : def.out;
  processSchema(innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = innerType;
}, readonlyProcessor = (schema, ctx, json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = def.innerType, json.readOnly = !0;
};
var optionalProcessor = (schema, ctx, _json, params) => {
  let def = schema._zod.def;
  processSchema(def.innerType, ctx, params);
  let seen = ctx.seen.get(schema);
  seen.ref = def.innerType;
};

// node_modules/zod/v4/classic/errors.js
var _installedErrorProtos = /* @__PURE__ */ new WeakSet([Object.prototype, Error.prototype]);
function _lazyMethod(proto, key, make) {
  Object.defineProperty(proto, key, {
    configurable: !0,
    enumerable: !1,
    get() {
      let value = make(this);
      return Object.defineProperty(this, key, { value, configurable: !0, writable: !0 }), value;
    },
    set(value) {
      Object.defineProperty(this, key, { value, configurable: !0, writable: !0 });
    }
  });
}
var initializer2 = (inst, issues) => {
  $ZodError.init(inst, issues), inst.name = "ZodError";
  let proto = Object.getPrototypeOf(inst);
  _installedErrorProtos.has(proto) || (_installedErrorProtos.add(proto), _lazyMethod(proto, "format", (self) => (mapper) => formatError(self, mapper)), _lazyMethod(proto, "flatten", (self) => (mapper) => flattenError(self, mapper)), _lazyMethod(proto, "addIssue", (self) => (issue2) => {
    self.issues.push(issue2), self.message = JSON.stringify(self.issues, jsonStringifyReplacer, 2);
  }), _lazyMethod(proto, "addIssues", (self) => (issues2) => {
    self.issues.push(...issues2), self.message = JSON.stringify(self.issues, jsonStringifyReplacer, 2);
  }), Object.defineProperty(proto, "isEmpty", {
    configurable: !0,
    enumerable: !1,
    get() {
      return this.issues.length === 0;
    }
  }));
};
var ZodRealError = /* @__PURE__ */ $constructor("ZodError", initializer2, void 0, {
  Parent: Error
});

// node_modules/zod/v4/classic/parse.js
var parse = /* @__PURE__ */ _parse(ZodRealError), parseAsync = /* @__PURE__ */ _parseAsync(ZodRealError), safeParse = /* @__PURE__ */ _safeParse(ZodRealError), safeParseAsync = /* @__PURE__ */ _safeParseAsync(ZodRealError), encode = /* @__PURE__ */ _encode(ZodRealError), decode = /* @__PURE__ */ _decode(ZodRealError), encodeAsync = /* @__PURE__ */ _encodeAsync(ZodRealError), decodeAsync = /* @__PURE__ */ _decodeAsync(ZodRealError), safeEncode = /* @__PURE__ */ _safeEncode(ZodRealError), safeDecode = /* @__PURE__ */ _safeDecode(ZodRealError), safeEncodeAsync = /* @__PURE__ */ _safeEncodeAsync(ZodRealError), safeDecodeAsync = /* @__PURE__ */ _safeDecodeAsync(ZodRealError);

// node_modules/zod/v4/classic/schemas.js
function _ensureDefaultLocale() {
  globalConfig.localeError || config(en_default());
}
function _ensureDefaultMemoizer() {
  globalConfig.memoizer || config({ memoizer: memoizer() });
}
var ZodType = /* @__PURE__ */ $constructor("ZodType", (inst, def) => (_ensureDefaultLocale(), $ZodType.init(inst, def), inst.def = def, inst.type = def.type, inst), {
  check(...chks) {
    let def = this.def;
    return this.clone(util_exports.mergeDefs(def, {
      checks: [
        ...def.checks ?? [],
        ...chks.map((ch) => typeof ch == "function" ? { _zod: { check: ch, def: { check: "custom" }, onattach: [] } } : ch)
      ]
    }), { parent: !0 });
  },
  with(...chks) {
    return this.check(...chks);
  },
  clone(def, params) {
    return clone(this, def, params);
  },
  brand() {
    return this;
  },
  register(reg, meta2) {
    return reg.add(this, meta2), this;
  },
  refine(check, params) {
    return this.check(refine(check, params));
  },
  superRefine(refinement, params) {
    return this.check(superRefine(refinement, params));
  },
  overwrite(fn) {
    return this.check(_overwrite(fn));
  },
  optional() {
    return optional(this);
  },
  exactOptional() {
    return exactOptional(this);
  },
  nullable() {
    return nullable(this);
  },
  nullish() {
    return optional(nullable(this));
  },
  nonoptional(params) {
    return nonoptional(this, params);
  },
  array() {
    return array(this);
  },
  or(arg) {
    return union([this, arg]);
  },
  and(arg) {
    return intersection(this, arg);
  },
  transform(tx) {
    return pipe(this, transform(tx));
  },
  default(d) {
    return _default(this, d);
  },
  prefault(d) {
    return prefault(this, d);
  },
  catch(params) {
    return _catch(this, params);
  },
  pipe(target) {
    return pipe(this, target);
  },
  readonly() {
    return readonly(this);
  },
  describe(description) {
    let cl = this.clone();
    return globalRegistry.add(cl, { description }), cl;
  },
  meta(...args) {
    if (args.length === 0)
      return globalRegistry.get(this);
    let cl = this.clone();
    return globalRegistry.add(cl, args[0]), cl;
  },
  isOptional() {
    return this.safeParse(void 0).success;
  },
  isNullable() {
    return this.safeParse(null).success;
  },
  apply(fn, ...args) {
    return args.length === 0 ? fn(this) : fn(this, ...args);
  },
  // Overrides core's `~standard` to add `jsonSchema`. Must stay a prototype entry: redefining it per instance demotes instances to dictionary mode.
  get "~standard"() {
    return util_exports.hide(this, "~standard", {
      ...standardProps(this),
      jsonSchema: {
        input: createStandardJSONSchemaMethod(this, "input"),
        output: createStandardJSONSchemaMethod(this, "output")
      }
    });
  },
  set "~standard"(value) {
    util_exports.own(this, "~standard", value);
  },
  parse: function _parse2(data, params) {
    return parse(this, data, params, { callee: _parse2 });
  },
  parseAsync: async function _parseAsync2(data, params) {
    return await parseAsync(this, data, params, { callee: _parseAsync2 });
  },
  safeParse(data, params) {
    return safeParse(this, data, params);
  },
  async safeParseAsync(data, params) {
    return safeParseAsync(this, data, params);
  },
  // `spa` is an alias: same function object as `safeParseAsync`, as before.
  get spa() {
    return this?.safeParseAsync;
  },
  set spa(value) {
    util_exports.own(this, "spa", value);
  },
  validate(data, params) {
    return validate(this, data, params);
  },
  validateAsync(data, params) {
    return validateAsync(this, data, params);
  },
  encode: function _encode2(data, params) {
    return encode(this, data, params, { callee: _encode2 });
  },
  decode: function _decode2(data, params) {
    return decode(this, data, params, { callee: _decode2 });
  },
  encodeAsync: async function _encodeAsync2(data, params) {
    return await encodeAsync(this, data, params, { callee: _encodeAsync2 });
  },
  decodeAsync: async function _decodeAsync2(data, params) {
    return await decodeAsync(this, data, params, { callee: _decodeAsync2 });
  },
  safeEncode(data, params) {
    return safeEncode(this, data, params);
  },
  safeDecode(data, params) {
    return safeDecode(this, data, params);
  },
  async safeEncodeAsync(data, params) {
    return safeEncodeAsync(this, data, params);
  },
  async safeDecodeAsync(data, params) {
    return safeDecodeAsync(this, data, params);
  },
  toJSONSchema(params) {
    return createToJSONSchemaMethod(this, {})(params);
  },
  // Reads through to the registry on every access, so it must not cache.
  get description() {
    return globalRegistry.get(this)?.description;
  },
  // No setter: `schema._def = x` throws, as it did when `_def` was a non-writable own property.
  get _def() {
    return this._zod.def;
  }
}), _ZodString = /* @__PURE__ */ $constructor(
  "_ZodString",
  (inst, def) => {
    $ZodString.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => stringProcessor(inst, ctx, json, params);
  },
  /* @__PURE__ */ util_exports.derived({
    format: (inst) => aggregateChecks(inst).format ?? null,
    minLength: (inst) => aggregateChecks(inst).minimum ?? null,
    maxLength: (inst) => aggregateChecks(inst).maximum ?? null
  }, {
    regex(...args) {
      return this.check(_regex(...args));
    },
    includes(...args) {
      return this.check(_includes(...args));
    },
    startsWith(...args) {
      return this.check(_startsWith(...args));
    },
    endsWith(...args) {
      return this.check(_endsWith(...args));
    },
    min(...args) {
      return this.check(_minLength(...args));
    },
    max(...args) {
      return this.check(_maxLength(...args));
    },
    length(...args) {
      return this.check(_length(...args));
    },
    nonempty(...args) {
      return this.check(_minLength(1, ...args));
    },
    lowercase(params) {
      return this.check(_lowercase(params));
    },
    uppercase(params) {
      return this.check(_uppercase(params));
    },
    trim() {
      return this.check(_trim());
    },
    normalize(...args) {
      return this.check(_normalize(...args));
    },
    toLowerCase() {
      return this.check(_toLowerCase());
    },
    toUpperCase() {
      return this.check(_toUpperCase());
    },
    slugify() {
      return this.check(_slugify());
    }
  })
), ZodString = /* @__PURE__ */ $constructor("ZodString", (inst, def) => {
  $ZodString.init(inst, def), _ZodString.init(inst, def);
}, {
  email(params) {
    return this.check(_email(ZodEmail, params));
  },
  url(params) {
    return this.check(_url(ZodURL, params));
  },
  jwt(params) {
    return this.check(_jwt(ZodJWT, params));
  },
  emoji(params) {
    return this.check(_emoji2(ZodEmoji, params));
  },
  guid(params) {
    return this.check(_guid(ZodGUID, params));
  },
  uuid(params) {
    return this.check(_uuid(ZodUUID, params));
  },
  uuidv4(params) {
    return this.check(_uuidv4(ZodUUID, params));
  },
  uuidv6(params) {
    return this.check(_uuidv6(ZodUUID, params));
  },
  uuidv7(params) {
    return this.check(_uuidv7(ZodUUID, params));
  },
  nanoid(params) {
    return this.check(_nanoid(ZodNanoID, params));
  },
  cuid(params) {
    return this.check(_cuid(ZodCUID, params));
  },
  cuid2(params) {
    return this.check(_cuid2(ZodCUID2, params));
  },
  ulid(params) {
    return this.check(_ulid(ZodULID, params));
  },
  base64(params) {
    return this.check(_base64(ZodBase64, params));
  },
  base64url(params) {
    return this.check(_base64url(ZodBase64URL, params));
  },
  xid(params) {
    return this.check(_xid(ZodXID, params));
  },
  ksuid(params) {
    return this.check(_ksuid(ZodKSUID, params));
  },
  ipv4(params) {
    return this.check(_ipv4(ZodIPv4, params));
  },
  ipv6(params) {
    return this.check(_ipv6(ZodIPv6, params));
  },
  cidrv4(params) {
    return this.check(_cidrv4(ZodCIDRv4, params));
  },
  cidrv6(params) {
    return this.check(_cidrv6(ZodCIDRv6, params));
  },
  e164(params) {
    return this.check(_e164(ZodE164, params));
  },
  datetime(params) {
    return this.check(_isoDateTime(ZodISODateTime, params));
  },
  date(params) {
    return this.check(_isoDate(ZodISODate, params));
  },
  time(params) {
    return this.check(_isoTime(ZodISOTime, params));
  },
  duration(params) {
    return this.check(_isoDuration(ZodISODuration, params));
  }
});
function string2(params) {
  return _string(ZodString, params);
}
var ZodStringFormat = /* @__PURE__ */ $constructor("ZodStringFormat", (inst, def) => {
  $ZodStringFormat.init(inst, def), _ZodString.init(inst, def);
}), ZodISODateTime = /* @__PURE__ */ $constructor("ZodISODateTime", (inst, def) => {
  $ZodISODateTime.init(inst, def), ZodStringFormat.init(inst, def);
}), ZodISODate = /* @__PURE__ */ $constructor("ZodISODate", (inst, def) => {
  $ZodISODate.init(inst, def), ZodStringFormat.init(inst, def);
}), ZodISOTime = /* @__PURE__ */ $constructor("ZodISOTime", (inst, def) => {
  $ZodISOTime.init(inst, def), ZodStringFormat.init(inst, def);
}), ZodISODuration = /* @__PURE__ */ $constructor("ZodISODuration", (inst, def) => {
  $ZodISODuration.init(inst, def), ZodStringFormat.init(inst, def);
}), ZodEmail = /* @__PURE__ */ $constructor("ZodEmail", (inst, def) => {
  $ZodEmail.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodGUID = /* @__PURE__ */ $constructor("ZodGUID", (inst, def) => {
  $ZodGUID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodUUID = /* @__PURE__ */ $constructor("ZodUUID", (inst, def) => {
  $ZodUUID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodURL = /* @__PURE__ */ $constructor("ZodURL", (inst, def) => {
  $ZodURL.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodEmoji = /* @__PURE__ */ $constructor("ZodEmoji", (inst, def) => {
  $ZodEmoji.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodNanoID = /* @__PURE__ */ $constructor("ZodNanoID", (inst, def) => {
  $ZodNanoID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodCUID = /* @__PURE__ */ $constructor("ZodCUID", (inst, def) => {
  $ZodCUID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodCUID2 = /* @__PURE__ */ $constructor("ZodCUID2", (inst, def) => {
  $ZodCUID2.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodULID = /* @__PURE__ */ $constructor("ZodULID", (inst, def) => {
  $ZodULID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodXID = /* @__PURE__ */ $constructor("ZodXID", (inst, def) => {
  $ZodXID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodKSUID = /* @__PURE__ */ $constructor("ZodKSUID", (inst, def) => {
  $ZodKSUID.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodIPv4 = /* @__PURE__ */ $constructor("ZodIPv4", (inst, def) => {
  $ZodIPv4.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodIPv6 = /* @__PURE__ */ $constructor("ZodIPv6", (inst, def) => {
  $ZodIPv6.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodCIDRv4 = /* @__PURE__ */ $constructor("ZodCIDRv4", (inst, def) => {
  $ZodCIDRv4.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodCIDRv6 = /* @__PURE__ */ $constructor("ZodCIDRv6", (inst, def) => {
  $ZodCIDRv6.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodBase64 = /* @__PURE__ */ $constructor("ZodBase64", (inst, def) => {
  $ZodBase64.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodBase64URL = /* @__PURE__ */ $constructor("ZodBase64URL", (inst, def) => {
  $ZodBase64URL.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodE164 = /* @__PURE__ */ $constructor("ZodE164", (inst, def) => {
  $ZodE164.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodJWT = /* @__PURE__ */ $constructor("ZodJWT", (inst, def) => {
  $ZodJWT.init(inst, def), ZodStringFormat.init(inst, def);
});
var ZodNumber = /* @__PURE__ */ $constructor(
  "ZodNumber",
  (inst, def) => {
    $ZodNumber.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => numberProcessor(inst, ctx, json, params), inst.isFinite = !0;
  },
  /* @__PURE__ */ util_exports.derived({
    minValue: (inst) => {
      let { minimum, exclusiveMinimum } = aggregateChecks(inst);
      return Math.max(minimum ?? Number.NEGATIVE_INFINITY, exclusiveMinimum ?? Number.NEGATIVE_INFINITY);
    },
    maxValue: (inst) => {
      let { maximum, exclusiveMaximum } = aggregateChecks(inst);
      return Math.min(maximum ?? Number.POSITIVE_INFINITY, exclusiveMaximum ?? Number.POSITIVE_INFINITY);
    },
    isInt: (inst) => {
      let { isInt, multipleOf } = aggregateChecks(inst);
      return !!isInt || !!multipleOf?.some(Number.isSafeInteger);
    },
    format: (inst) => aggregateChecks(inst).format ?? null
  }, {
    gt(value, params) {
      return this.check(_gt(value, params));
    },
    gte(value, params) {
      return this.check(_gte(value, params));
    },
    min(value, params) {
      return this.check(_gte(value, params));
    },
    lt(value, params) {
      return this.check(_lt(value, params));
    },
    lte(value, params) {
      return this.check(_lte(value, params));
    },
    max(value, params) {
      return this.check(_lte(value, params));
    },
    int(params) {
      return this.check(int(params));
    },
    safe(params) {
      return this.check(int(params));
    },
    positive(params) {
      return this.check(_gt(0, params));
    },
    nonnegative(params) {
      return this.check(_gte(0, params));
    },
    negative(params) {
      return this.check(_lt(0, params));
    },
    nonpositive(params) {
      return this.check(_lte(0, params));
    },
    multipleOf(value, params) {
      return this.check(_multipleOf(value, params));
    },
    step(value, params) {
      return this.check(_multipleOf(value, params));
    },
    finite() {
      return this;
    }
  })
);
function number3(params) {
  return _number(ZodNumber, params);
}
var ZodNumberFormat = /* @__PURE__ */ $constructor("ZodNumberFormat", (inst, def) => {
  $ZodNumberFormat.init(inst, def), ZodNumber.init(inst, def);
});
function int(params) {
  return _int(ZodNumberFormat, params);
}
var ZodBoolean = /* @__PURE__ */ $constructor("ZodBoolean", (inst, def) => {
  $ZodBoolean.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => booleanProcessor(inst, ctx, json, params);
});
function boolean2(params) {
  return _boolean(ZodBoolean, params);
}
var ZodUnknown = /* @__PURE__ */ $constructor("ZodUnknown", (inst, def) => {
  $ZodUnknown.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => unknownProcessor(inst, ctx, json, params);
});
function unknown() {
  return _unknown(ZodUnknown);
}
var ZodNever = /* @__PURE__ */ $constructor("ZodNever", (inst, def) => {
  $ZodNever.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => neverProcessor(inst, ctx, json, params);
});
function never(params) {
  return _never(ZodNever, params);
}
var ZodArray = /* @__PURE__ */ $constructor("ZodArray", (inst, def) => {
  _ensureDefaultMemoizer(), $ZodArray.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => arrayProcessor(inst, ctx, json, params), inst.element = def.element;
}, {
  min(n2, params) {
    return this.check(_minLength(n2, params));
  },
  nonempty(params) {
    return this.check(_minLength(1, params));
  },
  max(n2, params) {
    return this.check(_maxLength(n2, params));
  },
  length(n2, params) {
    return this.check(_length(n2, params));
  },
  unwrap() {
    return this.element;
  }
});
function array(element, params) {
  return _array(ZodArray, element, params);
}
var ZodObject = /* @__PURE__ */ $constructor("ZodObject", (inst, def) => {
  _ensureDefaultMemoizer(), $ZodObjectJIT.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => objectProcessor(inst, ctx, json, params), util_exports.installLazyProp(inst, "shape", (self) => self._zod.def.shape, !1);
}, {
  keyof() {
    return _enum(Object.keys(this._zod.def.shape));
  },
  catchall(catchall) {
    return this.clone(util_exports.mergeDefs(this._zod.def, { catchall }));
  },
  passthrough() {
    return this.clone(util_exports.mergeDefs(this._zod.def, { catchall: unknown() }));
  },
  loose() {
    return this.clone(util_exports.mergeDefs(this._zod.def, { catchall: unknown() }));
  },
  strict() {
    return this.clone(util_exports.mergeDefs(this._zod.def, { catchall: never() }));
  },
  strip() {
    return this.clone(util_exports.mergeDefs(this._zod.def, { catchall: void 0 }));
  },
  extend(incoming) {
    return util_exports.extend(this, incoming);
  },
  safeExtend(incoming) {
    return util_exports.safeExtend(this, incoming);
  },
  merge(other) {
    return util_exports.merge(this, other);
  },
  pick(mask2) {
    return util_exports.pick(this, mask2);
  },
  omit(mask2) {
    return util_exports.omit(this, mask2);
  },
  partial(...args) {
    return util_exports.partial(ZodOptional, this, args[0]);
  },
  exactPartial(...args) {
    return util_exports.partial(ZodExactOptional, this, args[0], "exactPartial");
  },
  required(...args) {
    return util_exports.required(ZodNonOptional, this, args[0]);
  }
});
function strictObject(shape, params) {
  return new ZodObject({
    type: "object",
    shape,
    catchall: never(),
    ...util_exports.normalizeParams(params)
  });
}
var ZodUnion = /* @__PURE__ */ $constructor("ZodUnion", (inst, def) => {
  $ZodUnion.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => unionProcessor(inst, ctx, json, params), inst.options = def.options;
});
function union(options, params) {
  return new ZodUnion({
    type: "union",
    options,
    ...util_exports.normalizeParams(params)
  });
}
var ZodDiscriminatedUnion = /* @__PURE__ */ $constructor("ZodDiscriminatedUnion", (inst, def) => {
  ZodUnion.init(inst, def), $ZodDiscriminatedUnion.init(inst, def);
});
function discriminatedUnion(discriminator, options, params) {
  return new ZodDiscriminatedUnion({
    type: "union",
    options,
    discriminator,
    ...util_exports.normalizeParams(params)
  });
}
var ZodIntersection = /* @__PURE__ */ $constructor("ZodIntersection", (inst, def) => {
  $ZodIntersection.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => intersectionProcessor(inst, ctx, json, params);
});
function intersection(left2, right) {
  return new ZodIntersection({
    type: "intersection",
    left: left2,
    right
  });
}
var ZodTuple = /* @__PURE__ */ $constructor("ZodTuple", (inst, def) => {
  _ensureDefaultMemoizer(), $ZodTuple.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => tupleProcessor(inst, ctx, json, params);
}, {
  rest(rest2) {
    return this.clone({
      ...this._zod.def,
      rest: rest2
    });
  },
  partial() {
    let def = this._zod.def;
    if (def.checks?.length)
      throw new Error(".partial() cannot be used on tuple schemas containing refinements");
    return this.clone({
      ...def,
      items: def.items.map((item) => new ZodOptional({ type: "optional", innerType: item }))
    });
  }
});
function tuple(items, _paramsOrRest, _params) {
  let hasRest = _paramsOrRest instanceof $ZodType, params = hasRest ? _params : _paramsOrRest, rest2 = hasRest ? _paramsOrRest : null;
  return new ZodTuple({
    type: "tuple",
    items,
    rest: rest2,
    ...util_exports.normalizeParams(params)
  });
}
var ZodRecord = /* @__PURE__ */ $constructor("ZodRecord", (inst, def) => {
  _ensureDefaultMemoizer(), $ZodRecord.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => recordProcessor(inst, ctx, json, params), inst.keyType = def.keyType, inst.valueType = def.valueType;
});
function record(keyType, valueType, params) {
  return !valueType || !valueType._zod ? new ZodRecord({
    type: "record",
    keyType: string2(),
    valueType: keyType,
    ...util_exports.normalizeParams(valueType)
  }) : new ZodRecord({
    type: "record",
    keyType,
    valueType,
    ...util_exports.normalizeParams(params)
  });
}
var ZodEnum = /* @__PURE__ */ $constructor("ZodEnum", (inst, def) => {
  $ZodEnum.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => enumProcessor(inst, ctx, json, params), inst.enum = def.entries, inst.options = [...inst._zod.values];
  let keys2 = new Set(Object.keys(def.entries));
  inst.extract = (values, params) => {
    let newEntries = {};
    for (let value of values)
      if (keys2.has(value))
        newEntries[value] = def.entries[value];
      else
        throw new Error(`Key ${value} not found in enum`);
    return new ZodEnum({
      ...def,
      checks: [],
      ...util_exports.normalizeParams(params),
      entries: newEntries
    });
  }, inst.exclude = (values, params) => {
    let newEntries = { ...def.entries };
    for (let value of values)
      if (keys2.has(value))
        delete newEntries[value];
      else
        throw new Error(`Key ${value} not found in enum`);
    return new ZodEnum({
      ...def,
      checks: [],
      ...util_exports.normalizeParams(params),
      entries: newEntries
    });
  };
});
function _enum(values, params) {
  let entries = Array.isArray(values) ? Object.fromEntries(values.map((v) => [v, v])) : values;
  return new ZodEnum({
    type: "enum",
    entries,
    ...util_exports.normalizeParams(params)
  });
}
var ZodLiteral = /* @__PURE__ */ $constructor("ZodLiteral", (inst, def) => {
  $ZodLiteral.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => literalProcessor(inst, ctx, json, params), inst.values = new Set(def.values), Object.defineProperty(inst, "value", {
    get() {
      if (def.values.length > 1)
        throw new Error("This schema contains multiple valid literal values. Use `.values` instead.");
      return def.values[0];
    }
  });
});
function literal(value, params) {
  return new ZodLiteral({
    type: "literal",
    values: Array.isArray(value) ? value : [value],
    ...util_exports.normalizeParams(params)
  });
}
var ZodTransform = /* @__PURE__ */ $constructor("ZodTransform", (inst, def) => {
  _ensureDefaultMemoizer(), $ZodTransform.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => transformProcessor(inst, ctx, json, params), inst._zod.parse = (payload, _ctx) => {
    if (_ctx.direction === "backward")
      throw new $ZodEncodeError(inst.constructor.name);
    payload.addIssue = (issue2) => {
      if (typeof issue2 == "string")
        payload.issues.push(util_exports.issue(issue2, payload.value, def));
      else {
        let _issue = issue2;
        _issue.fatal && (_issue.continue = !1), _issue.code ?? (_issue.code = "custom"), "input" in _issue || (_issue.input = payload.value), _issue.inst ?? (_issue.inst = inst), payload.issues.push(util_exports.issue(_issue));
      }
    };
    let output = def.transform(payload.value, payload);
    return output instanceof Promise ? output.then((output2) => (payload.value = output2, payload)) : (payload.value = output, payload);
  };
});
function transform(fn) {
  return new ZodTransform({
    type: "transform",
    transform: fn
  });
}
var ZodOptional = /* @__PURE__ */ $constructor("ZodOptional", (inst, def) => {
  $ZodOptional.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => optionalProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function optional(innerType) {
  return new ZodOptional({
    type: "optional",
    innerType
  });
}
var ZodExactOptional = /* @__PURE__ */ $constructor("ZodExactOptional", (inst, def) => {
  $ZodExactOptional.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => optionalProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function exactOptional(innerType) {
  return new ZodExactOptional({
    type: "optional",
    innerType
  });
}
var ZodNullable = /* @__PURE__ */ $constructor("ZodNullable", (inst, def) => {
  $ZodNullable.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => nullableProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function nullable(innerType) {
  return new ZodNullable({
    type: "nullable",
    innerType
  });
}
var ZodDefault = /* @__PURE__ */ $constructor("ZodDefault", (inst, def) => {
  $ZodDefault.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => defaultProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType, inst.removeDefault = inst.unwrap;
});
function _default(innerType, defaultValue) {
  return new ZodDefault({
    type: "default",
    innerType,
    get defaultValue() {
      return typeof defaultValue == "function" ? defaultValue() : util_exports.shallowClone(defaultValue);
    }
  });
}
var ZodPrefault = /* @__PURE__ */ $constructor("ZodPrefault", (inst, def) => {
  $ZodPrefault.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => prefaultProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function prefault(innerType, defaultValue) {
  return new ZodPrefault({
    type: "prefault",
    innerType,
    get defaultValue() {
      return typeof defaultValue == "function" ? defaultValue() : util_exports.shallowClone(defaultValue);
    }
  });
}
var ZodNonOptional = /* @__PURE__ */ $constructor("ZodNonOptional", (inst, def) => {
  $ZodNonOptional.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => nonoptionalProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function nonoptional(innerType, params) {
  return new ZodNonOptional({
    type: "nonoptional",
    innerType,
    ...util_exports.normalizeParams(params)
  });
}
var ZodCatch = /* @__PURE__ */ $constructor("ZodCatch", (inst, def) => {
  $ZodCatch.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => catchProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType, inst.removeCatch = inst.unwrap;
});
function _catch(innerType, catchValue) {
  return new ZodCatch({
    type: "catch",
    innerType,
    catchValue: typeof catchValue == "function" ? catchValue : util_exports.constantCatch(catchValue)
  });
}
var ZodPipe = /* @__PURE__ */ $constructor("ZodPipe", (inst, def) => {
  $ZodPipe.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => pipeProcessor(inst, ctx, json, params), inst.in = def.in, inst.out = def.out;
});
function pipe(in_, out) {
  return new ZodPipe({
    type: "pipe",
    in: in_,
    out
    // ...util.normalizeParams(params),
  });
}
var ZodReadonly = /* @__PURE__ */ $constructor("ZodReadonly", (inst, def) => {
  $ZodReadonly.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => readonlyProcessor(inst, ctx, json, params), inst.unwrap = () => inst._zod.def.innerType;
});
function readonly(innerType) {
  return new ZodReadonly({
    type: "readonly",
    innerType
  });
}
var ZodCustom = /* @__PURE__ */ $constructor("ZodCustom", (inst, def) => {
  $ZodCustom.init(inst, def), ZodType.init(inst, def), inst._zod.processJSONSchema = (ctx, json, params) => customProcessor(inst, ctx, json, params);
});
function refine(fn, _params = {}) {
  return _refine(ZodCustom, fn, _params);
}
function superRefine(fn, params) {
  return _superRefine(fn, params);
}

// src/core/timing/field.ts
var number4 = (field) => ({ holds: "number", ...field }), time2 = (field) => ({ holds: "time", unit: "frames", ...field }), choice = (field) => ({ holds: "choice", unit: "choice", ...field }), cuts = (field) => ({ holds: "cuts", unit: "cuts", start: [], ...field }), keys = (field) => ({ holds: "keys", unit: "keys", start: [], ...field }), list = (field) => ({ holds: "list", ...field }), blend = (field) => ({ holds: "blend", unit: "frames", start: 0, ...field }), moves = (field) => ({ holds: "moves", unit: "frames", ...field }), pins = (field) => ({ holds: "pins", unit: "frames", ...field });
function fits(field, value) {
  switch (field.holds) {
    case "number":
      return isNumberOrFormula(value) || value === null && field.start === null;
    case "time":
      return isNumberOrFormula(value) || isMoment(value) || value === null && field.start === null;
    case "choice":
      return typeof value == "string" && field.choices.includes(value);
    case "cuts":
      return Array.isArray(value) && value.every((cut4) => Array.isArray(cut4) && cut4.length === 2 && cut4.every(isNumber) && cut4[1] > 0);
    case "list":
      return Array.isArray(value) && value.every(isNumber);
    case "blend":
      return isNumber(value) && value >= 0 || Array.isArray(value) && value.every((pair2) => Array.isArray(pair2) && pair2.length === 2 && pair2.every((part3) => isNumber(part3) && part3 >= 0));
    case "moves":
      return Array.isArray(value) && value.every(isMove);
    case "pins":
      return Array.isArray(value) && value.every((pin) => Array.isArray(pin) && pin.length === 2 && isNumber(pin[0]) && isTime(pin[1]));
    case "keys":
      return value !== null && typeof value == "object" && Object.values(value).every((key) => isNumber(key.at) && (isNumber(key.to) || isMoment(key.to)));
  }
}
function isNumber(value) {
  return typeof value == "number" && Number.isFinite(value);
}
function isNumberOrFormula(value) {
  return isNumber(value) || typeof value == "string" && value.length > 0 && value.length <= 2e3;
}
function isTime(value) {
  return isNumber(value) || isMoment(value);
}
function isMove(value) {
  if (Array.isArray(value)) return value.length === 2 && value.every(isTime);
  if (value === null || typeof value != "object") return !1;
  let { from, to, rest: rest2 } = value;
  return isTime(from) && isTime(to) && (rest2 === null || typeof rest2 == "object" && ["still", "loop", "swing"].includes(rest2.kind) && [rest2.from, rest2.to].every((one) => one === null || isTime(one)) && typeof rest2.finish == "boolean");
}
function isMoment(value) {
  if (value === null || typeof value != "object") return !1;
  let { marker: marker2, end, plus: plus2, was } = value;
  return typeof marker2 == "string" && marker2.length > 0 && typeof end == "boolean" && isNumber(plus2) && isNumber(was);
}
function tellTime(value) {
  return value !== null && typeof value == "object" ? `a marker (${value.was})` : String(value);
}

// src/core/timing/operator.ts
function pulled(at2) {
  return Math.round(at2 * 1e3) / 1e3 + 0;
}
function holdInside(at2, D) {
  return D !== null && at2 >= D ? D - 1 : at2;
}

// src/core/timing/segment.ts
function straight(from, to, x0, y0, slope) {
  return slope === 0 ? held(from, to, y0) : { from, to, kind: "linear", at: (x) => y0 + (x - x0) * slope, rate: () => slope };
}
function held(from, to, y) {
  return { from, to, kind: "held", at: () => y, rate: () => 0 };
}
function isBefore(x, edge, side2) {
  return side2 === "left" ? x <= edge + 1e-9 : x < edge - 1e-9;
}
function partBeside(since, length, side2) {
  return side2 === "right" ? Math.floor((since + 1e-9) / length) : Math.ceil((since - 1e-9) / length) - 1;
}
function whenSegmentGives({ from, to, kind, at: at2, rate: rate3 }, y) {
  if (kind === "linear") {
    let x0 = Number.isFinite(from) ? from : Number.isFinite(to) ? to : 0;
    return x0 + (y - at2(x0)) / rate3(x0);
  }
  let [low, high] = [from, to], rising = at2(high) > at2(low);
  for (let round = 0; round < 200 && high - low > 1e-12 * (1 + Math.abs(low)); round++) {
    let middle = (low + high) / 2;
    at2(middle) < y === rising ? low = middle : high = middle;
  }
  return (low + high) / 2;
}

// src/core/timing/looped.ts
function legOf2({ from, to, mode, twice }) {
  return mode === "repeat" || twice ? to - from : to - from - 1;
}
function playsUntil(looped, until) {
  let leg = legOf2(looped), count2 = leg > 0 ? Math.max(1, Math.ceil((until - looped.from) / leg - 1e-9)) : 1;
  return looped.mode === "swing" && count2 % 2 === 0 ? count2 + 1 : count2;
}
function loopParts(looped) {
  return legOf2(looped) > 0 ? looped.mode === "repeat" ? repeating(looped) : swinging(looped) : stuck(looped.from);
}
function playOf(since, length) {
  let n2 = Math.floor(since / length);
  return (n2 + 1) * length - since < 1e-9 ? n2 + 1 : n2;
}
function repeating({ from, to, count: count2, on }) {
  let length = to - from, end = from + count2 * length;
  return {
    at(x) {
      if (x < from) return dust(x);
      let n2 = playOf(x - from, length);
      return n2 >= count2 ? dust(on ? Math.max(to, to + x - end) : to - 1) : dust(from + Math.max(0, x - from - n2 * length));
    },
    segment(x, side2) {
      if (isBefore(x, from, side2)) return leadIn(from);
      let n2 = partBeside(x - from, length, side2), start = from + n2 * length;
      return n2 < count2 ? straight(start, from + (n2 + 1) * length, start, from, 1) : on ? straight(end, 1 / 0, end, to, 1) : held(end, 1 / 0, to - 1);
    }
  };
}
function swinging(looped) {
  let { from, to, count: count2, twice } = looped, leg = legOf2(looped), last = Math.max(from, to - 1), odd = count2 % 2 === 1, rested = odd ? last : from, end = from + count2 * leg, on = looped.on && odd, onward2 = twice ? to : to - 1;
  return {
    at(x) {
      if (x < from) return dust(x);
      let n2 = playOf(x - from, leg);
      if (n2 >= count2) return dust(on ? Math.max(onward2, onward2 + x - end) : rested);
      let u = Math.max(0, x - from - n2 * leg);
      return dust(n2 % 2 === 0 ? from + u : Math.max(from, last - u));
    },
    segment(x, side2) {
      if (isBefore(x, from, side2)) return leadIn(from);
      let n2 = partBeside(x - from, leg, side2);
      if (n2 >= count2) return on ? straight(end, 1 / 0, end, onward2, 1) : held(end, 1 / 0, rested);
      let [start, stop] = [from + n2 * leg, from + (n2 + 1) * leg];
      if (n2 % 2 === 0) return straight(start, stop, start, from, 1);
      let rest2 = Math.min(stop, start + (last - from));
      return twice ? last > from && isBefore(x, rest2, side2) ? straight(start, rest2, start, last, -1) : held(last > from ? rest2 : start, stop, from) : straight(start, stop, start, last, -1);
    }
  };
}
function leadIn(from) {
  return straight(-1 / 0, from, from, from, 1);
}
function stuck(from) {
  return { at: (x) => dust(Math.min(x, from)), segment: (x, side2) => isBefore(x, from, side2) ? leadIn(from) : held(from, 1 / 0, from) };
}

// src/core/timing/time-map.ts
function mapOf(at2, segment) {
  return { at: at2, walk: (from, to) => from <= to ? ahead(segment, from, to) : back(segment, from, to) };
}
function* ahead(segment, from, to) {
  for (let x = from; x < to; ) {
    let found3 = segment(x, "right"), end = Math.min(to, onward(x, found3.to, 1));
    yield clipped(found3, x, end), x = end;
  }
}
function* back(segment, from, to) {
  for (let x = from; x > to; ) {
    let found3 = segment(x, "left"), end = Math.max(to, onward(x, found3.from, -1));
    yield clipped(found3, end, x), x = end;
  }
}
function onward(x, edge, way2) {
  return (edge - x) * way2 > 0 ? edge : x + way2 * 1e-9 * (1 + Math.abs(x));
}
function clipped(segment, from, to) {
  return { ...segment, from, to };
}
var identity = mapOf((x) => x, () => straight(-1 / 0, 1 / 0, 0, 0, 1));
function straightMap(from, num, den) {
  let segment = straight(-1 / 0, 1 / 0, from, 0, num / den);
  return mapOf((x) => dust((x - from) * num / den), () => segment);
}
function compose(first, second) {
  if (first === identity) return second;
  if (second === identity) return first;
  let [one, other] = [first.at, second.at], map = { at: (x) => other(one(x)), walk: (from, to) => walkThrough(first, second, from, to) };
  return stepsOf.set(map, [...stepsOf.get(first) ?? [one], ...stepsOf.get(second) ?? [other]]), map;
}
function composeAll(maps) {
  let moving = maps.filter((map2) => map2 !== identity);
  if (moving.length < 3) return moving.reduce(compose, identity);
  let at2 = chain(moving.flatMap((map2) => stepsOf.get(map2) ?? [map2.at])), map = { ...moving.reduce(compose), at: at2 };
  return stepsOf.set(map, moving.flatMap((one) => stepsOf.get(one) ?? [one.at])), map;
}
var stepsOf = /* @__PURE__ */ new WeakMap();
function chain(steps2) {
  let [a, b, c, d, e, f, ...rest2] = steps2;
  switch (steps2.length) {
    case 0:
      return (x) => x;
    case 1:
      return a;
    case 2:
      return (x) => b(a(x));
    case 3:
      return (x) => c(b(a(x)));
    case 4:
      return (x) => d(c(b(a(x))));
    case 5:
      return (x) => e(d(c(b(a(x)))));
    case 6:
      return (x) => f(e(d(c(b(a(x))))));
    default:
      return chain([(x) => f(e(d(c(b(a(x)))))), ...rest2]);
  }
}
function* walkThrough(first, second, from, to) {
  for (let outer2 of first.walk(from, to)) {
    if (outer2.kind === "held") {
      yield held(outer2.from, outer2.to, second.at(dust(outer2.at(outer2.from))));
      continue;
    }
    let [begin, end] = from <= to ? [outer2.from, outer2.to] : [outer2.to, outer2.from], [y0, y1] = [dust(outer2.at(begin)), dust(outer2.at(end))], x = begin, last = null;
    for (let inner of second.walk(y0, y1)) {
      let edge = y0 <= y1 ? inner.to : inner.from, next2 = edge === y1 ? end : between(meets(outer2, edge), x, end);
      Math.abs(next2 - x) <= 1e-9 || (last && (yield last), last = joined(outer2, inner, x, next2), x = next2);
    }
    last ? yield begin <= end ? { ...last, to: end } : { ...last, from: end } : yield held(outer2.from, outer2.to, second.at(y0));
  }
}
function meets(segment, edge) {
  let x = whenSegmentGives(segment, edge);
  return Math.abs(segment.rate(x)) < 0.01 && edge === Math.round(edge) ? whenSegmentGives(segment, edge - 1e-6) : dust(x);
}
function between(x, a, b) {
  return a <= b ? Math.min(b, Math.max(a, x)) : Math.max(b, Math.min(a, x));
}
function joined(outer2, inner, a, b) {
  let [from, to] = a <= b ? [a, b] : [b, a];
  return inner.kind === "held" ? held(from, to, inner.at(inner.from)) : {
    from,
    to,
    kind: outer2.kind === "linear" && inner.kind === "linear" ? "linear" : "curved",
    at: (x) => inner.at(outer2.at(x)),
    rate: (x) => inner.rate(outer2.at(x)) * outer2.rate(x)
  };
}

// src/core/timing/operators/cue.ts
var cue = {
  op: "cue",
  title: "Cues",
  about: "Markers of the layer start moves in order; what a move ends on stands until the next.",
  fields: { moves: moves({ label: "Moves" }) },
  tell: ({ moves: list3 }) => `${list3.length} ${list3.length === 1 ? "move" : "moves"}: ${list3.map((move2) => {
    let { from, to } = moveOf(move2);
    return `${tellTime(from)} to ${tellTime(to)}`;
  }).join(", ")}`,
  did: ({ moves: list3 }) => `Plays ${list3.length === 1 ? "a move" : `${list3.length} moves`} where the layer\u2019s markers say`,
  prepare: (params, { D, markers }) => {
    let played2 = playedMoves(params.moves, markers), [first] = params.moves;
    if (!first) return identity;
    let early = held(-1 / 0, played2[0]?.start ?? 1 / 0, dust(holdInside(Number(moveOf(first).from), D)));
    if (played2.length === 0) return mapOf(() => early.at(0), () => early);
    let parts = played2.map((move2, i) => partOf(move2, played2[i + 1]?.start ?? 1 / 0, D)), indexAt = (x, side2) => {
      let [low, high] = [-1, played2.length - 1];
      for (; low < high; ) {
        let middle = Math.ceil((low + high) / 2);
        isBefore(x, played2[middle].start, side2) ? high = middle - 1 : low = middle;
      }
      return low;
    };
    return mapOf(
      (x) => {
        let i = indexAt(x, "right");
        return i < 0 ? early.at(x) : parts[i].at(x);
      },
      (x, side2) => {
        let i = indexAt(x, side2);
        return i < 0 ? early : parts[i].segment(x, side2);
      }
    );
  },
  // All of it as one move, for the first marker to fire.
  born: ({ D, length }) => ({ moves: [[0, D ?? length]] }),
  // When moves begin is said by markers: what can be pulled here is what they show.
  handles: ({ moves: list3 }, { markers }) => playedMoves(list3, markers).flatMap(({ start, end }, i) => {
    let { from, to, rest: rest2 } = moveOf(list3[i]), set = (fields) => ({ moves: list3.map((one, k) => k === i ? { from, to, rest: rest2, ...fields } : one) });
    return [
      { name: `the pose that move ${i + 1} begins on`, x: start, s: Number(from), goes: "up", drawn: "foot", pull: (_, s) => {
        let now = pulled(Math.max(0, Number(from) + Math.round(s)));
        return { fields: set({ from: now }), told: `begins on frame ${now}` };
      } },
      { name: `the pose that move ${i + 1} rests on`, x: end, s: Number(to), goes: "up", drawn: "point", pull: (_, s) => {
        let now = pulled(Math.max(0, Number(to) + Math.round(s)));
        return { fields: set({ to: now }), told: `rests on frame ${now}` };
      } }
    ];
  }),
  examples: [
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 4, becomes: 0 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 17, becomes: 7 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 40], x: 39, becomes: 15 },
    { given: { moves: [[0, 15], [15, 40]] }, markers: [10, 18], x: 18, becomes: 15 },
    { given: { moves: [[0, 15], [15, 40]] }, D: 40, markers: [10, 40], x: 90, becomes: 39 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: "loop", from: 10, to: 14, finish: !1 } }] }, markers: [0], x: 19, becomes: 11 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: "swing", from: 10, to: 14, finish: !1 } }] }, markers: [0], x: 15, becomes: 11 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: "loop", from: 10, to: 14, finish: !0 } }, [20, 30]] }, markers: [0, 12], x: 13, becomes: 13 },
    { given: { moves: [{ from: 0, to: 10, rest: { kind: "loop", from: 10, to: 14, finish: !0 } }, [20, 30]] }, markers: [0, 12], x: 15, becomes: 21 },
    { given: { moves: [[5, 5], [9, 7]] }, markers: [2, 6], x: 6, becomes: 7 },
    { given: { moves: [[3, 9]] }, x: 50, becomes: 3 }
  ]
};
function moveOf(move2) {
  return "from" in move2 ? move2 : { from: move2[0], to: move2[1], rest: null };
}
function playedMoves(list3, markers) {
  let played2 = [];
  for (let [i, marker2] of markers.slice(0, list3.length).entries()) {
    let { from, to, rest: rest2 } = moveOf(list3[i]), before = played2[i - 1], start = before ? Math.max(before.start, waited(before, marker2)) : marker2;
    played2.push({ from: Number(from), to: Number(to), start, end: start + Math.max(0, Number(to) - Number(from)), marker: marker2, rest: restOf(rest2) });
  }
  return played2;
}
function restOf(rest2) {
  if (!rest2 || rest2.kind === "still" || rest2.from === null || rest2.to === null) return null;
  let running = { from: Number(rest2.from), to: Number(rest2.to), kind: rest2.kind, finish: rest2.finish };
  return playOf2(running) > 0 ? running : null;
}
function playOf2({ from, to, kind }) {
  return kind === "loop" ? to - from : 2 * (to - from - 1);
}
function waited({ rest: rest2, end }, marker2) {
  if (!rest2?.finish || marker2 <= end) return marker2;
  let length = playOf2(rest2);
  return dust(end + length * Math.ceil((marker2 - end) / length - 1e-9));
}
function partOf({ from, to, start, end, rest: rest2 }, next2, D) {
  let still = dust(holdInside(to, D)), over = Math.min(end, next2), moving = straight(start, over, start, from, 1), standing2 = held(end, next2, still), by = rest2 ? end - rest2.from : 0, running = rest2 && loopParts({ from: rest2.from, to: rest2.to, mode: rest2.kind === "loop" ? "repeat" : "swing", twice: !1, count: 1 / 0, on: !1 });
  return {
    at: (x) => isBefore(x, end, "right") ? dust(from + Math.max(0, x - start)) : running ? running.at(Math.max(x, end) - by) : still,
    segment(x, side2) {
      if (over > start && isBefore(x, over, side2)) return moving;
      if (!running) return standing2;
      let segment = shifted(running.segment(Math.max(x, side2 === "left" ? end + 1e-9 : end) - by, side2), by);
      return { ...segment, from: segment.from < end + 1e-9 ? end : segment.from, to: segment.to > next2 - 1e-9 ? next2 : segment.to };
    }
  };
}
function shifted(segment, by) {
  return { ...segment, from: segment.from + by, to: segment.to + by, at: (x) => segment.at(x - by), rate: (x) => segment.rate(x - by) };
}

// src/core/timing/operators/delay.ts
var delay = {
  op: "delay",
  title: "Delay",
  about: "Starts later by a number of frames.",
  fields: { by: number4({ label: "By", unit: "frames" }) },
  tell: ({ by }) => `${by} frames later`,
  did: ({ by }) => `Starts ${by} frames later`,
  prepare: ({ by }) => {
    let late2 = Number(by), segment = straight(-1 / 0, 1 / 0, late2, 0, 1);
    return mapOf((x) => dust(x - late2), () => segment);
  },
  // The first frame comes to the playhead; where it stands there already, a second later.
  born: ({ at: at2, second }) => ({ by: at2 > 0 ? at2 : second }),
  handles: ({ by }) => [{ name: "where it begins", x: Number(by), s: 0, goes: "across", drawn: "point", pull: (x) => {
    let now = pulled(Number(by) + x);
    return { fields: { by: now }, told: `${now} frames later` };
  } }],
  examples: [
    { given: { by: 8 }, x: 8, becomes: 0 },
    { given: { by: 8 }, x: 0, becomes: -8 },
    { given: { by: -2.5 }, x: 1, becomes: 3.5 }
  ]
};

// src/core/timing/rate-words.ts
var CATCHES = [-1, 0, 0.5, 1, 2], REACH = 0.06;
function caughtRate(rate3) {
  return CATCHES.find((one) => Math.abs(one - rate3) <= REACH) ?? Math.round(rate3 * 1e3) / 1e3 + 0;
}
function percentOf(rate3) {
  return `${Math.round(rate3 * 1e3) / 10} %`;
}

// src/core/keys/key.ts
function endOf(key) {
  return key.arrives ?? key.value;
}

// src/core/keys/curves/back.ts
var back2 = {
  kind: "back",
  title: "Back",
  form: "in",
  amount: 1.70158,
  swings: null,
  at: (u, a) => u * u * ((a + 1) * u - a),
  slope: (end, a) => end === 0 ? 0 : a + 3,
  examples: [
    { given: {}, u: 0.5, becomes: -0.0876975 },
    { given: { amount: 1, side: "out" }, u: 0.5, becomes: 1 },
    { given: { amount: 0 }, u: 0.5, becomes: 0.125 }
  ]
};

// src/core/keys/curves/bounce.ts
function whole(a, n2) {
  let sum2 = 1;
  for (let i = 1; i <= n2; i++) sum2 += 2 * a ** i;
  return sum2;
}
var bounce = {
  kind: "bounce",
  title: "Bounce",
  form: "out",
  amount: 0.5,
  swings: 3,
  at: (u, a, springs) => {
    let n2 = Math.floor(springs), z = u * whole(a, n2);
    if (z < 1) return z * z;
    z -= 1;
    for (let i = 1; i <= n2; i++) {
      let half = a ** i;
      if (z < 2 * half || i === n2) return 1 - (half * half - (z - half) ** 2);
      z -= 2 * half;
    }
    return 1;
  },
  slope: (end, a, springs) => {
    let n2 = Math.floor(springs);
    return end === 0 ? 0 : 2 * a ** n2 * whole(a, n2);
  },
  examples: [
    { given: { side: "out" }, u: 1 / 2.75, becomes: 1 },
    { given: { side: "out" }, u: 1.5 / 2.75, becomes: 0.75 },
    { given: { side: "out", swings: 0 }, u: 0.5, becomes: 0.25 },
    { given: {}, u: 1 - 0.5 / 2.75, becomes: 0.75 }
  ]
};

// src/core/keys/curves/elastic.ts
var left = (u, a) => a === 0 ? 1 - u : (2 ** (-a * u) - 2 ** -a) / (1 - 2 ** -a), elastic = {
  kind: "elastic",
  title: "Elastic",
  form: "out",
  amount: 10,
  swings: 3,
  at: (u, a, n2) => 1 - left(u, a) * Math.cos(2 * Math.PI * n2 * u),
  slope: (end, a, n2) => (a === 0 ? 1 : a * Math.LN2 * (end === 0 ? 1 : 2 ** -a) / (1 - 2 ** -a)) * (end === 0 ? 1 : Math.cos(2 * Math.PI * n2)),
  examples: [
    { given: { side: "out" }, u: 1 / 12, becomes: 1 },
    { given: { side: "out", amount: 0, swings: 1 }, u: 0.5, becomes: 1.5 },
    { given: { amount: 0, swings: 1 }, u: 0.5, becomes: -0.5 }
  ]
};

// src/core/keys/curves/exponential.ts
var exponential = {
  kind: "exponential",
  title: "Exponential",
  form: "in",
  amount: 10,
  swings: null,
  at: (u, a) => a === 0 ? u : Math.expm1(a * Math.LN2 * u) / Math.expm1(a * Math.LN2),
  slope: (end, a) => a === 0 ? 1 : a * Math.LN2 * (end === 0 ? 1 : 2 ** a) / Math.expm1(a * Math.LN2),
  examples: [
    { given: {}, u: 0.5, becomes: 31 / 1023 },
    { given: { amount: 0 }, u: 0.3, becomes: 0.3 },
    { given: { amount: 2, side: "out" }, u: 0.5, becomes: 2 / 3 }
  ]
};

// src/core/keys/curves/power.ts
var power = {
  kind: "power",
  title: "Power",
  form: "in",
  amount: 3,
  swings: null,
  at: (u, a) => u ** a,
  slope: (end, a) => end === 1 ? a : a > 1 || a === 0 ? 0 : a === 1 ? 1 : 1 / 0,
  examples: [
    { given: {}, u: 0.5, becomes: 0.125 },
    { given: { amount: 2, side: "out" }, u: 0.5, becomes: 0.75 },
    { given: { amount: 2, side: "both" }, u: 0.75, becomes: 0.875 }
  ]
};

// src/core/keys/curves/sine.ts
var sine = {
  kind: "sine",
  title: "Sine",
  form: "in",
  amount: null,
  swings: null,
  at: (u) => 1 - Math.cos(Math.PI * u / 2),
  slope: (end) => end === 0 ? 0 : Math.PI / 2,
  examples: [
    { given: {}, u: 0.5, becomes: 1 - Math.SQRT1_2 },
    { given: { side: "out" }, u: 1 / 3, becomes: 0.5 },
    { given: { side: "both" }, u: 0.25, becomes: (1 - Math.SQRT1_2) / 2 }
  ]
};

// src/core/keys/curves/index.ts
var CURVES = [sine, power, exponential, back2, elastic, bounce];
function prepareCurve({ kind, side: side2 = "in", amount, swings }) {
  let found3 = CURVES.find((one) => one.kind === kind);
  if (!found3) return { at: (u) => u, slope: () => 1 };
  let [a, n2] = [amount ?? found3.amount ?? 0, swings ?? found3.swings ?? 0], plain = { at: (u) => found3.at(u, a, n2), slope: (end) => found3.slope(end, a, n2) };
  if (side2 === found3.form) return plain;
  let turned3 = { at: (u) => 1 - plain.at(1 - u), slope: (end) => plain.slope(end === 0 ? 1 : 0) };
  if (side2 !== "both") return turned3;
  let leaving3 = found3.form === "in" ? plain : turned3;
  return { at: (u) => u < 0.5 ? leaving3.at(2 * u) / 2 : 1 - leaving3.at(2 - 2 * u) / 2, slope: () => leaving3.slope(0) };
}

// src/core/keys/curve.ts
function prepareInverse(x1, x2) {
  let c = 3 * x1, b = 3 * (x2 - x1) - c, a = 1 - c - b;
  if (Math.abs(a) < 1e-15 && Math.abs(b) < 1e-15) return (u) => u;
  let guesses = new Float64Array(33), s = 0;
  for (let i = 1; i < 32; i++) guesses[i] = s = solve(a, b, c, i / 32, s, s, 1);
  return guesses[32] = 1, (u) => {
    if (u >= 1) return 1;
    let place2 = u * 32, i = place2 | 0, low = guesses[i], high = guesses[i + 1], s2 = low + (high - low) * (place2 - i);
    for (let round = 0; round < 3; round++) {
      let miss = ((a * s2 + b) * s2 + c) * s2 - u, slope = (3 * a * s2 + 2 * b) * s2 + c;
      if (miss <= 1e-13 * slope && miss >= -1e-13 * slope) return s2;
      if (s2 -= miss / slope, !(s2 >= low && s2 <= high)) break;
    }
    return solve(a, b, c, u, (low + high) / 2, low, high);
  };
}
function solve(a, b, c, u, guess, from, to) {
  let low = from, high = to, s = guess;
  for (let round = 0; round < 80; round++) {
    let miss = ((a * s + b) * s + c) * s - u;
    if (miss === 0) return s;
    miss < 0 ? low = s : high = s;
    let slope = (3 * a * s + 2 * b) * s + c, next2 = s - miss / slope, better = next2 > low && next2 < high ? next2 : (low + high) / 2;
    if (better === s || high - low < 1e-16) return better;
    s = better;
  }
  return s;
}
function prepareEase(x1, y1, x2, y2) {
  let inverse = prepareInverse(x1, x2), c = 3 * y1, b = 3 * (y2 - y1) - c, a = 1 - c - b;
  return (u) => {
    if (u <= 0) return 0;
    if (u >= 1) return 1;
    let s = inverse(u);
    return ((a * s + b) * s + c) * s;
  };
}

// src/core/keys/find-key.ts
function lastAtOrBefore(times, at2) {
  let low = 0, high = times.length;
  for (; low < high; ) {
    let middle = low + high >> 1;
    times[middle] <= at2 ? low = middle + 1 : high = middle;
  }
  return low - 1;
}
function prepareFinder(times) {
  let count2 = times.length;
  if (count2 < 9) return (at2) => lastAtOrBefore(times, at2);
  let first = times[0], span2 = times[count2 - 1] - first, buckets = count2 * 2, scale2 = buckets / span2, starts = new Int32Array(buckets + 1);
  for (let b = 0, i = 0; b <= buckets; b++) {
    for (; i + 1 < count2 && times[i + 1] <= first + b / scale2; ) i++;
    starts[b] = i;
  }
  return (at2) => {
    if (at2 < first) return -1;
    let i = starts[Math.min(buckets, (at2 - first) * scale2) | 0];
    for (; i + 1 < count2 && times[i + 1] <= at2; ) i++;
    for (; i > 0 && times[i] > at2; ) i--;
    return i;
  };
}

// src/core/keys/handles.ts
function runsRound(keys2, rules2) {
  return rules2.closed === !0 && rules2.before === "repeat" && rules2.after === "repeat" && keys2.length > 1 && keys2[0].value === keys2[keys2.length - 1].value;
}
function segmentControls(keys2, i, round = !1) {
  let from = keys2[i], to = keys2[i + 1];
  if (from.right === "hold") return null;
  let length = to.at - from.at, third = [length / 3, (endOf(to) - from.value) / 3], right = from.right === void 0 ? third : from.right === "smooth" ? [length / 3, smoothSlope(keys2, i, round) * length / 3] : shorten(from.right, length), left2 = to.left === void 0 ? [-third[0], -third[1]] : to.left === "smooth" ? [-length / 3, -smoothSlope(keys2, i + 1, round) * length / 3] : shorten(to.left, length);
  return { right, left: left2 };
}
function drawnHandles(keys2, i, round = !1) {
  let key = keys2[i];
  if (key.left !== "smooth" && key.right !== "smooth") return key;
  let before = key.left === "smooth" && i > 0 ? segmentControls(keys2, i - 1, round) : null, after = key.right === "smooth" && i < keys2.length - 1 ? segmentControls(keys2, i, round) : null;
  return { ...key, ...before ? { left: before.left } : {}, ...after ? { right: after.right } : {} };
}
function shorten([dt, dv], length) {
  let reach2 = Math.abs(dt);
  return reach2 > length ? [dt / reach2 * length, dv / reach2 * length] : [dt, dv];
}
function smoothSlope(keys2, i, round = !1) {
  let end = keys2.length - 1, here = keys2[i], seam = round && (i === 0 || i === end);
  if (seam ? jumps(keys2[0]) || jumps(keys2[end]) : jumps(here)) return 0;
  let before = seam ? keys2[end - 1] : keys2[i - 1], after = seam ? keys2[1] : keys2[i + 1];
  if (!before || !after) return 0;
  let h0 = (seam ? keys2[end].at : here.at) - before.at, h1 = after.at - (seam ? keys2[0].at : here.at), d0 = (here.value - before.value) / h0, d1 = (endOf(after) - here.value) / h1;
  if (d0 * d1 <= 0) return 0;
  let w0 = 2 * h1 + h0, w1 = h1 + 2 * h0;
  return (w0 + w1) / (w0 / d0 + w1 / d1);
}
function jumps(key) {
  return (key.arrives ?? null) !== null;
}
function endSlope(keys2, atLast, round = !1) {
  let i = atLast ? keys2.length - 2 : 0, from = keys2[i], to = keys2[i + 1], [length, rise2] = [to.at - from.at, endOf(to) - from.value];
  if (from.curve) {
    let slope = prepareCurve(from.curve).slope(atLast ? 1 : 0);
    return Number.isFinite(slope) ? slope * rise2 / length : 0;
  }
  let controls = segmentControls(keys2, i, round);
  if (!controls) return 0;
  let tries2 = atLast ? [controls.left, [controls.right[0] - length, controls.right[1] - rise2], [-length, -rise2]] : [controls.right, [length + controls.left[0], rise2 + controls.left[1]], [length, rise2]], [dt, dv] = tries2.find(([reach2, way2]) => Math.abs(reach2) > 1e-12 || Math.abs(way2) > 1e-12) ?? [1, 0];
  return Math.abs(dt) > 1e-12 ? dv / dt : 0;
}

// src/core/keys/path-leg.ts
var NODES = [0, 0.5384693101056831, -0.5384693101056831, 0.906179845938664, -0.906179845938664], WEIGHTS = [0.5688888888888889, 0.47862867049936647, 0.47862867049936647, 0.23692688505618908, 0.23692688505618908];
function preparePath(a, right, left2, d) {
  let [px, py] = [cubic(a[0], a[0] + right[0], d[0] + left2[0], d[0]), cubic(a[1], a[1] + right[1], d[1] + left2[1], d[1])], speed2 = (s) => Math.hypot(px.slope(s), py.slope(s)), speeds = Array.from({ length: 65 }, (_, i) => speed2(i / 64)), pieces2 = Math.min(...speeds) < 0.1 * Math.max(...speeds) ? 1024 : 64, lengths = new Float64Array(pieces2 + 1);
  for (let i = 0; i < pieces2; i++) lengths[i + 1] = lengths[i] + arc(speed2, i / pieces2, (i + 1) / pieces2);
  let length = lengths[pieces2], ways = { 0: [right, sum(chord(a, d), left2), chord(a, d)], 1: [scale(left2, -1), sum(chord(a, d), scale(right, -1)), chord(a, d)] }, direction = (s) => {
    let [dx, dy] = ways[s].find(([x, y]) => Math.hypot(x, y) > 1e-12) ?? [0, 0], reach2 = Math.hypot(dx, dy) || 1;
    return [dx / reach2, dy / reach2];
  };
  return {
    length,
    direction,
    parameterAt: (progress) => progress <= 0 || length === 0 ? 0 : progress >= 1 ? 1 : parameterAtLength(progress * length),
    at(progress) {
      if (length === 0) return [a[0], a[1]];
      if (progress <= 0 || progress >= 1) {
        let end = progress <= 0 ? a : d, beyond = (progress <= 0 ? progress : progress - 1) * length, [dx, dy] = beyond === 0 ? [0, 0] : direction(progress <= 0 ? 0 : 1);
        return [end[0] + dx * beyond, end[1] + dy * beyond];
      }
      let s = parameterAtLength(progress * length);
      return [px.at(s), py.at(s)];
    }
  };
  function parameterAtLength(target) {
    let i = 0;
    for (let step2 = pieces2 / 2; step2 >= 1; step2 /= 2) lengths[i + step2] <= target && (i += step2);
    let from = i / pieces2, [low, high] = [from, from + 1 / pieces2], s = low + (target - lengths[i]) / (lengths[i + 1] - lengths[i] || 1) / pieces2;
    for (let round = 0; round < 30; round++) {
      let miss = lengths[i] + arc(speed2, from, s) - target;
      if (Math.abs(miss) < 1e-12 * (1 + length)) break;
      miss > 0 ? high = s : low = s;
      let next2 = s - miss / (speed2(s) || 1);
      s = next2 > low && next2 < high ? next2 : (low + high) / 2;
    }
    return s;
  }
}
function chord(a, d) {
  return [d[0] - a[0], d[1] - a[1]];
}
function sum(a, b) {
  return [a[0] + b[0], a[1] + b[1]];
}
function scale(a, by) {
  return [a[0] * by, a[1] * by];
}
function arc(speed2, from, to) {
  let half = (to - from) / 2, sum2 = 0;
  for (let k = 0; k < NODES.length; k++) sum2 += WEIGHTS[k] * speed2(from + half * (1 + NODES[k]));
  return sum2 * half;
}
function cubic(p0, p1, p2, p3) {
  let c = 3 * (p1 - p0), b = 3 * (p2 - p1) - c, a = p3 - p0 - c - b;
  return { at: (s) => ((a * s + b) * s + c) * s + p0, slope: (s) => (3 * a * s + 2 * b) * s + c };
}

// src/core/keys/runs.ts
var LOOKS = 64;
function runsOf(keys2) {
  return keys2.slice(0, -1).flatMap((from, i) => {
    let to = keys2[i + 1], [length, rise2] = [to.at - from.at, endOf(to) - from.value], whole2 = (kind) => [{ from: from.at, to: to.at, start: from.value, end: kind === "held" ? from.value : endOf(to), kind }];
    if (from.curve) {
      if (rise2 === 0) return whole2("held");
      let { at: at2 } = prepareCurve(from.curve);
      return cut(turns(at2, LOOKS * (2 + (from.curve.swings ?? 3))), (u) => from.at + u * length, (u) => from.value + rise2 * at2(u), from, to);
    }
    let controls = segmentControls(keys2, i);
    if (!controls) return whole2("held");
    let [dv1, dv2] = [controls.right[1], rise2 + controls.left[1]];
    if (rise2 === 0 && dv1 === 0 && dv2 === 0) return whole2("held");
    let [t1, t2] = [controls.right[0] / length, 1 + controls.left[0] / length], along2 = (p1, p2, p3) => (s) => 3 * (1 - s) * (1 - s) * s * p1 + 3 * (1 - s) * s * s * p2 + s * s * s * p3, [time4, value] = [along2(t1, t2, 1), along2(dv1, dv2, rise2)];
    return rise2 !== 0 && Math.abs(dv1 / rise2 - t1) < 1e-12 && Math.abs(dv2 / rise2 - t2) < 1e-12 ? whole2("linear") : cut(turnsOfCubic(dv1, dv2, rise2), (s) => from.at + time4(s) * length, (s) => from.value + value(s), from, to);
  });
}
function cut(turns2, time4, value, from, to) {
  let edges = [[from.at, from.value], ...turns2.map((s) => [time4(s), value(s)]), [to.at, endOf(to)]];
  return edges.slice(1).flatMap(([at2, v], i) => {
    let [before, start] = edges[i];
    return at2 - before > 1e-9 ? [{ from: before, to: at2, start, end: v, kind: start === v ? "held" : "curved" }] : [];
  }).map((run, i, all) => i === 0 ? run : { ...run, from: all[i - 1].to });
}
function turnsOfCubic(p1, p2, p3) {
  let [a, b, c] = [p3 - 3 * p2 + 3 * p1, 2 * (p2 - 2 * p1), p1], small = 1e-14 * (Math.abs(a) + Math.abs(b) + Math.abs(c));
  return (Math.abs(a) <= small ? Math.abs(b) <= small ? [] : [-c / b] : b * b - 4 * a * c <= 0 ? [] : [1, -1].map((way2) => (-b + way2 * Math.sqrt(b * b - 4 * a * c)) / (2 * a))).filter((s) => s > 1e-12 && s < 1 - 1e-12).sort((one, other) => one - other);
}
function turns(at2, looks) {
  let found3 = [];
  for (let i = 1; i < looks; i++) {
    let [before, here, after] = [at2((i - 1) / looks), at2(i / looks), at2((i + 1) / looks)];
    if ((here - before) * (after - here) > 0 || here === before) continue;
    let way2 = here > before ? 1 : -1, [low, high] = [(i - 1) / looks, (i + 1) / looks];
    for (; high - low > 1e-12; ) {
      let [u, w] = [low + (high - low) / 3, high - (high - low) / 3];
      at2(u) * way2 < at2(w) * way2 ? low = u : high = w;
    }
    found3.push((low + high) / 2);
  }
  return found3;
}

// src/core/keys/number-room.ts
var piece = new Float64Array(0), taken = 0;
function roomFor(length) {
  return length > 1024 / 4 ? [new Float64Array(length), 0] : (taken + length > piece.length && ([piece, taken] = [new Float64Array(1024), 0]), taken += length, [piece, taken - length]);
}

// src/core/keys/plain-curves.ts
var MOST_KEYS = 8, CUBIC = 4;
function isPlain2(curve) {
  let { keys: keys2, before, after } = curve;
  return keys2.length === 0 || keys2.length > MOST_KEYS || before !== "hold" || after !== "hold" || curve.closed ? !1 : keys2.every((key, i) => {
    if (i + 1 === keys2.length) return !0;
    let controls = segmentControls(keys2, i);
    if (key.curve || !controls) return !1;
    let length = keys2[i + 1].at - key.at;
    return Math.abs(3 * (controls.right[0] / length) - 1) < 1e-14 && Math.abs(3 * (1 + controls.left[0] / length) - 2) < 1e-14;
  });
}
function lengthOf(count2) {
  return 1 + count2 + (count2 - 1) * CUBIC + 1;
}
function packPlain(before, curves) {
  let [pack, base4] = roomFor(curves.reduce((sum2, { keys: keys2 }) => sum2 + lengthOf(keys2.length), before.length));
  pack.set(before, base4);
  let at2 = base4 + before.length;
  for (let { keys: keys2 } of curves) {
    let count2 = keys2.length;
    pack[at2] = count2, keys2.forEach((key, i) => {
      if (pack[at2 + 1 + i] = key.at, i + 1 === count2) return;
      let controls = segmentControls(keys2, i), rise2 = endOf(keys2[i + 1]) - key.value, c = 3 * controls.right[1], b = 3 * (rise2 + controls.left[1] - controls.right[1]) - c, a = rise2 - c - b, straight2 = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
      pack.set([key.value, straight2 ? rise2 : c, straight2 ? 0 : b, straight2 ? 0 : a], at2 + 1 + count2 + i * CUBIC);
    }), at2 += lengthOf(count2), pack[at2 - 1] = keys2[count2 - 1].value;
  }
  return { pack, base: base4 };
}
function samplePlain(pack, at2, slots, x, out) {
  for (let k = 0; k < slots.length; k++) {
    let count2 = pack[at2], cubics = at2 + 1 + count2, end = cubics + (count2 - 1) * CUBIC, i = 0;
    for (; i < count2 && pack[at2 + 1 + i] <= x; ) i++;
    if (i === 0) out[slots[k]] = count2 === 1 ? pack[end] : pack[cubics];
    else if (i === count2) out[slots[k]] = pack[end];
    else {
      let from = pack[at2 + i], o = cubics + (i - 1) * CUBIC, s = (x - from) / (pack[at2 + 1 + i] - from);
      out[slots[k]] = ((pack[o + 3] * s + pack[o + 2]) * s + pack[o + 1]) * s + pack[o];
    }
    at2 = end + 1;
  }
}

// src/core/keys/outside.ts
function placeOutside(x, first, last, rules2) {
  let past = x >= last, rule = last > first ? past ? rules2.after : rules2.before : "hold";
  if (rule === "hold") return { kind: "end", last: past, climbs: 0 };
  if (rule === "glide") return { kind: "glide", last: past, by: x - (past ? last : first) };
  let length = last - first, n2 = Math.floor((x - first) / length + 1e-9);
  if (past && rules2.repeats !== null && n2 >= rules2.repeats)
    return rule === "climb" ? { kind: "end", last: !0, climbs: rules2.repeats - 1 } : rule === "swing" ? { kind: "end", last: rules2.repeats % 2 === 1, climbs: 0 } : { kind: "end", last: !0, climbs: 0 };
  let u = Math.max(0, x - first - n2 * length);
  return rule === "swing" ? { kind: "within", at: Math.abs(n2) % 2 === 1 ? last - u : first + u, climbs: 0 } : { kind: "within", at: first + u, climbs: rule === "climb" ? n2 : 0 };
}

// src/core/keys/scalar.ts
function prepareScalar(curve) {
  let { keys: keys2 } = curve;
  return keys2.length === 0 ? () => curve.value : prepareKeyed(curve, runsRound(keys2, curve));
}
var STRIDE = 5, [START, C, B, A, WAY] = [0, 1, 2, 3, 4], HELD = 0, EVEN = 1, BENT = 2, CURVED = 3;
function prepareKeyed(curve, round) {
  let { keys: keys2 } = curve, count2 = keys2.length - 1, [pack, first] = roomFor(count2 + 1 + count2 * STRIDE), last = first + count2;
  for (let i = 0; i <= count2; i++) pack[first + i] = keys2[i].at;
  let bends = [], late2 = count2 > EAGER ? new Uint8Array(count2) : null;
  if (!late2) for (let i = 0; i < count2; i++) packSegment(keys2, i, round, pack, last + 1 + i * STRIDE, bends);
  let find = count2 > 7 ? prepareFinder(pack.slice(first, last + 1)) : null, outside2 = prepareOutside(curve, round, within);
  function within(x) {
    if (!(x >= pack[first] && x < pack[last])) return outside2(x);
    let at2 = first;
    if (find) at2 += Math.max(0, find(x));
    else for (; at2 + 1 < last && pack[at2 + 1] <= x; ) at2++;
    let i = at2 - first, o = last + 1 + i * STRIDE;
    late2 && late2[i] === 0 && (packSegment(keys2, i, round, pack, o, bends), late2[i] = 1);
    let way2 = pack[o + WAY], from = pack[at2];
    if (way2 === HELD || x <= from) return pack[o + START];
    let u = (x - from) / (pack[at2 + 1] - from);
    if (way2 === CURVED) return pack[o + START] + pack[o + C] * bends[i](u);
    let s = way2 === EVEN ? u : bends[i](u);
    return ((pack[o + A] * s + pack[o + B]) * s + pack[o + C]) * s + pack[o + START];
  }
  return within;
}
function prepareOutside(curve, round, within) {
  let { keys: keys2 } = curve, [first, last] = [keys2[0], keys2[keys2.length - 1]], rise2 = last.value - first.value, slopes = null;
  return (x) => {
    let place2 = placeOutside(x, first.at, last.at, curve);
    switch (place2.kind) {
      case "within":
        return (place2.at >= last.at ? last.value : place2.at > first.at ? within(place2.at) : first.value) + place2.climbs * rise2;
      case "end":
        return (place2.last ? last.value : first.value) + place2.climbs * rise2;
      case "glide":
        return slopes ??= [endSlope(keys2, !1, round), endSlope(keys2, !0, round)], place2.last ? last.value + slopes[1] * place2.by : first.value + slopes[0] * place2.by;
    }
  };
}
var EAGER = 200;
function packSegment(keys2, i, round, pack, o, bends) {
  let from = keys2[i], to = keys2[i + 1], controls = segmentControls(keys2, i, round), length = to.at - from.at;
  if (pack[o + START] = from.value, from.curve) {
    pack[o + WAY] = CURVED, pack[o + C] = endOf(to) - from.value, bends[i] = prepareCurve(from.curve).at;
    return;
  }
  if (!controls) {
    pack[o + WAY] = HELD;
    return;
  }
  let [x1, x2] = [controls.right[0] / length, 1 + controls.left[0] / length], rise2 = endOf(to) - from.value, c = 3 * controls.right[1], b = 3 * (rise2 + controls.left[1] - controls.right[1]) - c, a = rise2 - c - b, straight2 = Math.abs(a) + Math.abs(b) <= 1e-12 * (Math.abs(c) + 1e-300);
  pack[o + A] = straight2 ? 0 : a, pack[o + B] = straight2 ? 0 : b, pack[o + C] = straight2 ? rise2 : c;
  let even = Math.abs(3 * x1 - 1) < 1e-12 && Math.abs(3 * x2 - 2) < 1e-12;
  pack[o + WAY] = even ? EVEN : BENT, even || (bends[i] = lazily(() => prepareInverse(x1, x2)));
}
function lazily(make) {
  let made = null;
  return (u) => (made ??= make())(u);
}

// src/core/keys/vector.ts
function prepareVector(curve) {
  let { keys: keys2 } = curve;
  if (keys2.length === 0) return () => curve.value;
  let times = Float64Array.from(keys2, (key) => key.at), find = prepareFinder(times), first = keys2[0], last = keys2[keys2.length - 1], legs = [], within = (x) => {
    let i = find(x);
    return i < 0 ? first.value : i >= keys2.length - 1 ? last.value : (legs[i] ??= prepareLeg(keys2[i], keys2[i + 1]))(x);
  };
  return (x) => {
    if (x >= first.at && x < last.at) return within(x);
    let place2 = placeOutside(x, first.at, last.at, curve);
    switch (place2.kind) {
      case "within":
        return climb(within(place2.at), place2.climbs, first.value, last.value);
      case "end":
        return climb(place2.last ? last.value : first.value, place2.climbs, first.value, last.value);
      case "glide":
        return glide(keys2, place2.last, place2.by);
    }
  };
}
function climb(value, climbs, first, last) {
  return climbs === 0 || first.length !== last.length || value.length !== first.length ? value : value.map((v, c) => v + climbs * (last[c] - first[c]));
}
function glide(keys2, atLast, by) {
  let [from, to] = atLast ? [keys2[keys2.length - 2], keys2[keys2.length - 1]] : [keys2[0], keys2[1]], start = (atLast ? to : from).value, target = endOf(to);
  if (!from.curve && from.ease === "hold" || from.value.length !== target.length) return start;
  let slope = from.curve ? prepareCurve(from.curve).slope(atLast ? 1 : 0) : 1;
  if (!Number.isFinite(slope)) return start;
  let share = slope * by / (to.at - from.at), path2 = legPath(from, to);
  if (!path2) return start.map((v, c) => v + (target[c] - from.value[c]) * share);
  let direction = path2.direction(atLast ? 1 : 0);
  return start.map((v, c) => v + direction[c] * path2.length * share);
}
function prepareLeg(from, to) {
  let target = endOf(to);
  if (!from.curve && from.ease === "hold" || from.value.length !== target.length) return () => from.value;
  let bend = from.curve ? prepareCurve(from.curve).at : Array.isArray(from.ease) ? prepareEase(...from.ease) : null, length = to.at - from.at, path2 = legPath(from, to);
  return (x) => {
    let u = (x - from.at) / length, progress = bend ? bend(u) : u;
    return path2 ? path2.at(progress) : from.value.map((v, c) => v + (target[c] - v) * progress);
  };
}
function legPath(from, to) {
  return from.value.length !== 2 || !from.pathRight && !to.pathLeft ? null : preparePath(from.value, from.pathRight ?? [0, 0], to.pathLeft ?? [0, 0], endOf(to));
}

// src/core/keys/held.ts
function prepareHeld(curve) {
  let { keys: keys2 } = curve;
  if (keys2.length === 0) return () => curve.value;
  let times = Float64Array.from(keys2, (key) => key.at), within = (x) => keys2[Math.max(0, lastAtOrBefore(times, x))].value, [first, last] = [times[0], times[times.length - 1]];
  return (x) => {
    if (x >= first && x < last) return within(x);
    let place2 = placeOutside(x, first, last, curve);
    return place2.kind === "within" ? within(place2.at) : keys2[place2.last ? keys2.length - 1 : 0].value;
  };
}

// src/core/keys/bezier.ts
function parameterAt([p0, p1, p2, p3], time4) {
  let length = p3[0] - p0[0];
  return prepareInverse((p1[0] - p0[0]) / length, (p2[0] - p0[0]) / length)((time4 - p0[0]) / length);
}
function dotAt([p0, p1, p2, p3], s) {
  return mix(mix(mix(p0, p1, s), mix(p1, p2, s), s), mix(mix(p1, p2, s), mix(p2, p3, s), s), s);
}
function partOf2(cubic2, from, to) {
  let [p0, p1, p2, p3] = to < 1 ? firstPart(cubic2, to) : cubic2;
  if (from <= 0) return [p0, p1, p2, p3];
  let [q0, q1, q2, q3] = firstPart([p3, p2, p1, p0], 1 - from / to);
  return [q3, q2, q1, q0];
}
function firstPart([p0, p1, p2, p3], s) {
  let [a, b, c] = [mix(p0, p1, s), mix(p1, p2, s), mix(p2, p3, s)], [d, e] = [mix(a, b, s), mix(b, c, s)];
  return [p0, a, d, mix(d, e, s)];
}
function isDrawable([p0, p1, p2, p3]) {
  let hair = 1e-12 * (p3[0] - p0[0]);
  return p1[0] <= p3[0] + hair && p2[0] >= p0[0] - hair;
}
function turnsOf([p0, p1, p2, p3]) {
  let [d0, d1, d2] = [p1[1] - p0[1], p2[1] - p1[1], p3[1] - p2[1]];
  return roots(d0 - 2 * d1 + d2, 2 * (d1 - d0), d0).filter((s) => s > 1e-9 && s < 1 - 1e-9).sort((a, b) => a - b);
}
function roots(a, b, c) {
  if (Math.abs(a) < 1e-14) return Math.abs(b) < 1e-14 ? [] : [-c / b];
  let inside3 = b * b - 4 * a * c;
  if (inside3 < 0) return [];
  let q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(inside3)) / 2;
  return q === 0 ? [0] : [q / a, c / q];
}
function mix(a, b, u) {
  return [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u];
}

// src/core/keys/divide.ts
function cubicsOf({ kind, side: side2 = "in", amount }) {
  let a = amount ?? (kind === "back" ? 1.70158 : 3), polynomial = kind === "back" ? [0, -a, a + 1] : kind === "power" && (a === 1 || a === 2 || a === 3) ? [0, 0, 0].map((_, i) => i === a - 1 ? 1 : 0) : null;
  if (!polynomial) return null;
  let [c1, c2] = polynomial, leaving3 = [[0, 0], [1 / 3, c1 / 3], [2 / 3, (2 * c1 + c2) / 3], [1, 1]], arriving2 = [...leaving3].reverse().map(([t, p]) => [1 - t, 1 - p]);
  if (side2 !== "both") return [side2 === "in" ? leaving3 : arriving2];
  let half = (cubic2, by) => cubic2.map(([t, p]) => [t / 2 + by, p / 2 + by]);
  return [half(leaving3, 0), half(arriving2, 0.5)];
}
function exponentials({ side: side2 = "in", amount }, u, at2) {
  let a = amount ?? 10, part3 = (from, to, on, whole2) => ({ end: [to, at2(to)], runs: { kind: "curve", curve: { kind: "exponential", side: on, amount: a * (to - from) / whole2 } } });
  if (side2 !== "both") return [part3(0, u, side2, 1), part3(u, 1, side2, 1)];
  let edges = [0, ...u < 0.5 ? [u, 0.5] : u > 0.5 ? [0.5, u] : [0.5], 1];
  return edges.slice(1).map((to, i) => part3(edges[i], to, edges[i] < 0.5 ? "in" : "out", 0.5));
}
function divideProgress(runs, at2, u, keep = () => []) {
  if (runs === null) return [{ end: [u, u], runs: { kind: "straight" } }, { end: [1, 1], runs: { kind: "straight" } }];
  let isCubic = Array.isArray(runs);
  if (!isCubic && runs.kind === "exponential") return exponentials(runs, u, at2);
  let cubics = isCubic ? [runs] : cubicsOf(runs);
  if (!cubics) return { why: "curve" };
  let parts = cubics.flatMap((cubic2) => cutCubic(cubic2, u, keep));
  return parts.every(isDrawable) ? parts.length > 4 ? { why: "to-and-fro" } : parts.map((cubic2, i) => ({ end: i === parts.length - 1 ? [1, 1] : cubic2[3], runs: { kind: "cubic", cubic: cubic2 } })) : { why: "handles" };
}
function cutCubic(cubic2, u, keep) {
  let [from, to] = [cubic2[0][0], cubic2[3][0]], s = u > from && u < to ? parameterAt(cubic2, u) : null, cuts3 = [.../* @__PURE__ */ new Set([0, ...s === null ? [] : [s], ...keep(cubic2), 1])].sort((a, b) => a - b), edges = cuts3.filter((one, i) => i === 0 || one - cuts3[i - 1] > 1e-9 || one === 1);
  return edges.slice(1).map((end, i) => [edges[i], end]).flatMap(([a, b]) => {
    let whole2 = partOf2(cubic2, a, b);
    if (isDrawable(whole2)) return [whole2];
    for (let k = 1; k < 32; k++) {
      let middle = a + (b - a) * (16 + (k % 2 ? 1 : -1) * Math.ceil((k - 1) / 2)) / 32, halves = [partOf2(cubic2, a, middle), partOf2(cubic2, middle, b)];
      if (halves.every(isDrawable)) return halves;
    }
    return [whole2];
  });
}
function crossings(cubic2, value) {
  let edges = [0, ...turnsOf(cubic2), 1];
  return edges.slice(1).flatMap((end, i) => {
    let [low, high] = [edges[i], end], [a, b] = [dotAt(cubic2, low)[1] - value, dotAt(cubic2, high)[1] - value];
    if (Math.abs(a) < 1e-12 || Math.abs(b) < 1e-12 || a * b > 0) return [];
    for (let round = 0; round < 80; round++) {
      let middle = (low + high) / 2;
      (dotAt(cubic2, middle)[1] - value) * a > 0 ? low = middle : high = middle;
    }
    return [(low + high) / 2];
  });
}

// src/core/keys/fit.ts
function straightMiss(sample, from, to, start, end, times) {
  let worst = 0;
  for (let x of times) worst = Math.max(worst, Math.abs(start + (end - start) * (x - from) / (to - from) - sample(x)));
  return worst;
}
function fitSegment(sample, from, to, start, end, times, enough) {
  let worst = straightMiss(sample, from, to, start, end, times);
  if (worst <= enough || times.length < 2) return { worst };
  let third = (to - from) / 3, [aa, ab, bb, ay, by] = [0, 0, 0, 0, 0], rest2 = (u, value) => value - start * (1 - u) ** 3 - end * u ** 3;
  for (let x of times) {
    let u = (x - from) / (to - from), [p, q, y] = [3 * u * (1 - u) ** 2, 3 * u * u * (1 - u), rest2(u, sample(x))];
    [aa, ab, bb, ay, by] = [aa + p * p, ab + p * q, bb + q * q, ay + p * y, by + q * y];
  }
  let scale2 = aa * bb - ab * ab;
  if (Math.abs(scale2) < 1e-12) return { worst };
  let [a, b] = [(ay * bb - by * ab) / scale2, (by * aa - ay * ab) / scale2], cubic2 = [[0, start], [1 / 3, a], [2 / 3, b], [1, end]], miss = 0;
  for (let x of times) miss = Math.max(miss, Math.abs(dotAt(cubic2, (x - from) / (to - from))[1] - sample(x)));
  return miss >= worst ? { worst } : { right: [third, a - start], left: [-third, b - end], worst: miss };
}

// src/core/keys/thin.ts
function thinScalar(keys2, sample, times, tolerance) {
  let stays2 = (i2) => (keys2[i2].arrives ?? null) !== null || isHeldFrom(keys2, i2) || isHeldFrom(keys2, i2 - 1), kept = [], from = keys2[0], i = 0;
  for (; i < keys2.length - 1; ) {
    let reach2 = farthest(i, keys2.length - 1, (to) => !between2(i, to, stays2) && fit(i, to).worst <= tolerance);
    if (reach2 === i + 1)
      kept.push(from), from = keys2[reach2];
    else {
      let found3 = fit(i, reach2);
      kept.push(leaving(from, found3.right)), from = arriving(keys2[reach2], found3.left);
    }
    i = reach2;
  }
  return kept.push(from), kept.length === keys2.length ? keys2 : kept;
  function fit(a, b) {
    let [first, last] = [keys2[a], keys2[b]], inner = keys2.slice(a + 1, b).map((key) => key.at);
    return fitSegment(sample, first.at, last.at, first.value, endOf(last), [...times(first.at, last.at), ...inner].sort((p, q) => p - q), tolerance);
  }
}
function thinVector(keys2, sample, times, tolerance) {
  let stays2 = (i2) => (keys2[i2].arrives ?? null) !== null || keys2[i2].ease === "hold" || keys2[i2 - 1].ease === "hold", even = (a, b) => {
    let [first, last] = [keys2[a], keys2[b]], end = endOf(last);
    return end.length !== first.value.length ? !1 : [...times(first.at, last.at), ...keys2.slice(a + 1, b).map((key) => key.at)].every((x) => {
      let u = (x - first.at) / (last.at - first.at), there = sample(x);
      return there.length === end.length && first.value.every((value, c) => Math.abs(value + (end[c] - value) * u - there[c]) <= tolerance);
    });
  }, kept = [], from = keys2[0], i = 0;
  for (; i < keys2.length - 1; ) {
    let reach2 = farthest(i, keys2.length - 1, (to) => !between2(i, to, stays2) && even(i, to));
    if (reach2 > i + 1) {
      let { ease: _ease, curve: _curve, pathRight: _right, ...plain } = from;
      kept.push(plain);
      let { pathLeft: _left, ...next2 } = keys2[reach2];
      from = next2;
    } else
      kept.push(from), from = keys2[reach2];
    i = reach2;
  }
  return kept.push(from), kept.length === keys2.length ? keys2 : kept;
}
function isHeldFrom(keys2, i) {
  return i >= 0 && keys2[i].right === "hold" && !keys2[i].curve;
}
function between2(from, to, stays2) {
  for (let i = from + 1; i < to; i++) if (stays2(i)) return !0;
  return !1;
}
function farthest(from, last, reaches2) {
  let good = from + 1, stride = 1;
  for (; good + stride <= last && reaches2(good + stride); )
    good += stride, stride *= 2;
  for (stride = Math.min(stride, last - good); stride >= 1; stride = Math.floor(stride / 2))
    for (; good + stride <= last && reaches2(good + stride); ) good += stride;
  return good;
}
function leaving(key, right) {
  let { right: _right, curve: _curve, ...rest2 } = key;
  return { ...rest2, ...right === void 0 ? {} : { right } };
}
function arriving(key, left2) {
  let { left: _left, ...rest2 } = key;
  return { ...rest2, ...left2 === void 0 ? {} : { left: left2 } };
}

// src/core/keys/without-fields.ts
function withoutFields(key, ...fields) {
  return fields.some((field) => field in key) ? Object.fromEntries(Object.entries(key).filter(([field]) => !fields.includes(field))) : key;
}

// src/core/timing/piecewise.ts
function piecewise(segments) {
  let starts = Float64Array.from(segments, (segment) => segment.from);
  return mapOf(
    (x) => {
      let segment = segments[Math.max(0, lastAtOrBefore(starts, x + 1e-9))];
      return dust(segment.at(Math.max(x, segment.from)));
    },
    (x, side2) => {
      let i = Math.max(0, lastAtOrBefore(starts, x) - 1);
      for (; i < segments.length - 1 && !isBefore(x, segments[i].to, side2); ) i++;
      return segments[i];
    }
  );
}

// src/core/timing/operators/elastic.ts
var elastic2 = {
  op: "elastic",
  title: "Elastic",
  about: "Brings what is inside to a length: its rigid spans play as they are, the rest takes up the slack.",
  fields: { length: number4({ label: "Length", unit: "frames" }) },
  tell: ({ length }) => `brought to ${typeof length == "number" ? Math.round(length * 100) / 100 : length} frames`,
  did: ({ length }) => `Lasts ${length} frames; rigid spans inside play as they are`,
  prepare: ({ length }, { D, rigid: rigid2 }) => {
    if (D === null) return identity;
    let whole2 = rigid2.reduce((sum2, [from, to]) => sum2 + to - from, 0), last = (from) => held(from, 1 / 0, D - 1);
    if (whole2 >= D) return piecewise([straight(-1 / 0, D, 0, 0, 1), last(D)]);
    let L = Math.max(Number(length), whole2), stretch = (L - whole2) / (D - whole2), segments = [], [x, s] = [0, 0], play2 = (until, worth) => {
      let lasts = (until - s) * worth;
      s === 0 && x === 0 && segments.length === 0 && segments.push(straight(-1 / 0, 0, 0, 0, 1)), lasts > 0 && segments.push(straight(x, x + lasts, x, s, 1 / worth)), [x, s] = [x + lasts, until];
    };
    for (let [from, to] of rigid2)
      play2(from, stretch), play2(to, 1);
    play2(D, stretch);
    let end = segments.findLastIndex((segment) => segment.from < L);
    return piecewise([...segments.slice(0, end + 1).map((segment, i) => i === end ? { ...segment, to: L } : segment), last(L)]);
  },
  born: ({ length, second }) => ({ length: length + second }),
  faults: ({ length }) => typeof length == "number" && length < 0 ? [{ field: "length", message: "it lasts 0 frames or more" }] : [],
  faultsOnKeys: () => [{ field: "op", message: "elastic works on content alone: keys have no length of their own" }],
  handles: ({ length }, { D }) => D === null ? [] : [{ name: "its end", x: Number(length), s: D - 1, goes: "across", drawn: "point", label: percentOf(Number(length) / D), pull: (x) => {
    let now = pulled(Math.max(0, Number(length) + x));
    return { fields: { length: now }, told: `${now} frames, ${percentOf(now / D)} of ${D}` };
  } }],
  examples: [
    { given: { length: 160 }, D: 100, rigid: [[0, 20], [80, 100]], x: 25, becomes: 22.5 },
    { given: { length: 160 }, D: 100, rigid: [[0, 20], [80, 100]], x: 170, becomes: 99 },
    { given: { length: 70 }, D: 100, rigid: [[0, 20], [80, 100]], x: 24, becomes: 28 },
    { given: { length: 10 }, D: 100, rigid: [[0, 20], [80, 100]], x: 20, becomes: 80 },
    { given: { length: 300 }, D: 100, rigid: [[0, 100]], x: 99.5, becomes: 99.5 },
    { given: { length: 200 }, D: 100, x: 50, becomes: 25 },
    { given: { length: 50 }, D: 100, x: -4, becomes: -4 }
  ]
};

// src/core/timing/operators/freeze.ts
var freeze = {
  op: "freeze",
  title: "Freeze",
  about: "Shows one frame all the time.",
  fields: { at: time2({ label: "At" }) },
  tell: ({ at: at2 }) => `on frame ${tellTime(at2)}`,
  did: ({ at: at2 }) => `Shows frame ${tellTime(at2)} all the time`,
  prepare: (params, { D }) => {
    let still = dust(holdInside(Number(params.at), D)), segment = held(-1 / 0, 1 / 0, still);
    return mapOf(() => still, () => segment);
  },
  born: ({ at: at2 }) => ({ at: at2 }),
  handles: ({ at: at2 }, { length }) => [{ name: "the frame that stands", x: length / 2, s: Number(at2), goes: "up", drawn: "point", pull: (_, s) => {
    let now = pulled(Number(at2) + Math.round(s));
    return { fields: { at: now }, told: `frame ${now}` };
  } }],
  examples: [
    { given: { at: 12 }, x: 99, becomes: 12 },
    { given: { at: 60 }, D: 60, x: 0, becomes: 59 }
  ]
};

// src/core/timing/part.ts
function emptyPart({ from, to }) {
  return typeof from == "number" && typeof to == "number" && to <= from ? [{ field: "to", message: `it must end after frame ${from}, where it begins` }] : [];
}
function needsEnd(op, to) {
  return (to ?? null) === null ? [{ field: "to", message: `a ${op} on keys has no source to end with; it needs a \`to\`` }] : [];
}

// src/core/timing/operators/loop.ts
var loop = {
  op: "loop",
  title: "Loop",
  about: "Plays a part again and again. Its end shows its first frame, so nothing blinks where it closes.",
  fields: {
    from: time2({ label: "From", start: 0 }),
    to: time2({ label: "To", start: null, none: "its end" }),
    mode: choice({ label: "Way", choices: ["repeat", "swing"], words: { repeat: "from the start", swing: "to and fro" }, start: "repeat" }),
    count: number4({ label: "Plays", unit: "plays", start: null, none: "endless" }),
    ends: choice({ label: "End frames", choices: ["once", "twice"], words: { once: "shown once", twice: "shown twice" }, start: "once", onlyWith: ["mode", "swing"] }),
    until: number4({ label: "Until", unit: "frames", start: null, none: "not said" }),
    then: choice({ label: "Then", choices: ["stay", "on"], words: { stay: "stay there", on: "run on" }, start: "stay" })
  },
  tell: ({ from, to, mode, count: count2, until, then }) => `${to === null ? `from ${tellTime(from)} to its end` : `frames ${tellTime(from)} to ${tellTime(to)}`}${mode === "swing" ? ", to and fro" : ""}, ${until !== null ? `until ${until}` : count2 === null ? "without end" : `${count2} times`}${then === "on" && (until !== null || count2 !== null) ? ", then on" : ""}`,
  did: ({ from, to }) => `Plays ${to === null ? from === 0 ? "all of it" : `from frame ${tellTime(from)} to the end` : `frames ${tellTime(from)} to ${tellTime(to)}`} again and again`,
  prepare: (params, { D }) => {
    let from = Number(params.from), part3 = { from, to: Math.max(from, Number(params.to ?? D ?? from)), mode: params.mode, twice: params.ends === "twice" }, count2 = params.until !== null ? playsUntil(part3, Number(params.until)) : params.count === null ? 1 / 0 : Math.max(1, Math.ceil(Number(params.count))), { at: at2, segment } = loopParts({ ...part3, count: count2, on: params.then === "on" });
    return mapOf(at2, segment);
  },
  // Left open, it follows the end of its source.
  born: ({ D, length }) => D === null ? { to: length } : {},
  faults: (params) => [...typeof params.count == "number" && params.count < 1 ? [{ field: "count", message: "a loop plays at least once" }] : [], ...emptyPart(params)],
  faultsOnKeys: ({ to }) => needsEnd("loop", to),
  handles: (params, { D }) => {
    let [from, to] = [Number(params.from), Number(params.to ?? D ?? params.from)], leg = legOf2({ from, to, mode: params.mode, twice: params.ends === "twice" }), until = params.until === null ? null : Number(params.until), count2 = params.count === null ? null : Number(params.count), plays = until !== null ? playsUntil({ from, to, mode: params.mode, twice: params.ends === "twice" }, until) : count2;
    return [
      { name: "where it begins", x: from, s: from, goes: "across", drawn: "point", pull: (x) => {
        let at2 = pulled(Math.max(0, Math.min(to - 1, from + x)));
        return { fields: { from: at2 }, told: `loops from frame ${at2}` };
      } },
      { name: "where it ends", x: to, s: to, goes: "across", drawn: "point", pull: (x) => {
        let at2 = pulled(Math.max(from + 1, Math.min(D ?? 1 / 0, to + x)));
        return { fields: { to: at2 }, told: `loops up to frame ${at2}` };
      } },
      ...plays === null || !(leg > 0) ? [] : [{
        name: "the end of its plays",
        x: from + plays * leg,
        s: params.mode === "swing" && plays % 2 === 0 ? from : to - 1,
        goes: "across",
        drawn: "foot",
        label: `${plays} \xD7`,
        pull: (x) => {
          if (until !== null) {
            let at2 = pulled(Math.max(from, until + x));
            return { fields: { until: at2 }, told: `until ${at2}` };
          }
          let now = Math.max(1, Math.round((plays * leg + x) / leg));
          return { fields: { count: now }, told: now === 1 ? "plays once" : `plays ${now} times` };
        }
      }]
    ];
  },
  examples: [
    { given: {}, D: 20, x: 19, becomes: 19 },
    { given: {}, D: 20, x: 20, becomes: 0 },
    { given: { from: 5, to: 15 }, D: 20, x: -3, becomes: -3 },
    { given: { from: 5, to: 15, count: 3 }, D: 20, x: 40, becomes: 14 },
    { given: { mode: "swing" }, D: 5, x: 5, becomes: 3 },
    { given: { mode: "swing" }, D: 5, x: 8, becomes: 0 },
    { given: { mode: "swing", ends: "twice" }, D: 5, x: 5, becomes: 4 },
    { given: { mode: "swing", count: 2 }, D: 5, x: 12, becomes: 0 },
    { given: { mode: "swing" }, D: 1, x: 7, becomes: 0 },
    { given: { mode: "swing", ends: "twice", from: 5, to: 6 }, D: 20, x: 5.25, becomes: 5.25 },
    { given: { mode: "swing", ends: "twice", from: 5, to: 6 }, D: 20, x: 6.25, becomes: 5 },
    { given: { mode: "swing", ends: "twice", from: 5, to: 5.5, count: 1 }, D: 20, x: 9, becomes: 5 },
    { given: { from: 5, to: 15, until: 30, then: "on" }, D: 40, x: 34, becomes: 14 },
    { given: { from: 5, to: 15, until: 30, then: "on" }, D: 40, x: 37, becomes: 17 },
    { given: { from: 5, to: 15, until: 35, then: "on" }, D: 40, x: 35, becomes: 15 },
    { given: { from: 0, to: 11, mode: "swing", until: 15, then: "on" }, D: 40, x: 32, becomes: 12 },
    { given: { mode: "swing", count: 2, then: "on" }, D: 5, x: 20, becomes: 0 },
    { given: { count: 3, until: 2 }, D: 5, x: 9, becomes: 4 },
    { given: { to: 1e6 }, D: 1e6, x: 999999.9995, becomes: 999999.9995 }
  ]
};

// src/core/timing/operators/pause.ts
var pause = {
  op: "pause",
  title: "Pause",
  about: "Holds a frame for a while and pushes the rest on.",
  fields: { at: time2({ label: "At" }), for: number4({ label: "For", unit: "frames" }) },
  tell: (params) => `at ${tellTime(params.at)} for ${params.for} frames`,
  did: (params) => `Holds frame ${tellTime(params.at)} for ${params.for} frames`,
  prepare: (params, { D }) => {
    let [at2, length] = [Number(params.at), Math.max(0, Number(params.for))], still = holdInside(at2, D), end = at2 + length;
    return mapOf(
      (x) => dust(x < at2 ? x : x < end ? still : x - length),
      (x, side2) => isBefore(x, at2, side2) ? straight(-1 / 0, at2, 0, 0, 1) : isBefore(x, end, side2) ? held(at2, end, still) : straight(end, 1 / 0, end, at2, 1)
    );
  },
  born: ({ at: at2, second }) => ({ at: at2, for: second }),
  faults: (params) => typeof params.for == "number" && params.for < 0 ? [{ field: "for", message: "a pause lasts 0 frames or more" }] : [],
  handles: (params) => {
    let [at2, length] = [Number(params.at), Math.max(0, Number(params.for))];
    return [
      { name: "where it stands", x: at2, s: at2, goes: "across", drawn: "point", pull: (x) => {
        let now = pulled(at2 + x);
        return { fields: { at: now }, told: `stands at frame ${now}` };
      } },
      { name: "where it goes on", x: at2 + length, s: at2, goes: "across", drawn: "point", pull: (x) => {
        let now = pulled(Math.max(0, length + x));
        return { fields: { for: now }, told: `stands for ${now} frames` };
      } }
    ];
  },
  examples: [
    { given: { at: 10, for: 6 }, x: 9, becomes: 9 },
    { given: { at: 10, for: 6 }, x: 15, becomes: 10 },
    { given: { at: 10, for: 6 }, x: 16, becomes: 10 },
    { given: { at: 10, for: 6 }, x: 18, becomes: 12 },
    { given: { at: 60, for: 6 }, D: 60, x: 62, becomes: 59 }
  ]
};

// src/core/timing/operators/pins.ts
var pins2 = {
  op: "pins",
  title: "Pins",
  about: "Ties times of the source to moments; between two of them it plays faster or slower, outside as it is.",
  fields: {
    pins: pins({ label: "Pins" }),
    shape: choice({ label: "Between them", choices: ["linear", "smooth"], words: { linear: "straight", smooth: "smooth" }, start: "linear" })
  },
  tell: ({ pins: list3 }) => list3.length === 0 ? "none" : list3.map(([at2, to]) => `${tellTime(to)} at ${at2}`).join(", "),
  did: ({ pins: list3 }) => `Ties ${list3.length === 1 ? "a time" : `${list3.length} times`} of the source to where ${list3.length === 1 ? "it is" : "they are"} shown; nothing is changed yet`,
  prepare: (params) => {
    let list3 = params.pins.map(([at2, to]) => [at2, Number(to)]).sort((a, b) => a[0] - b[0]), [first, last] = [list3[0], list3[list3.length - 1]];
    if (!first || !last) return identity;
    if (list3.length === 1) return piecewise([straight(-1 / 0, 1 / 0, first[0], first[1], 1)]);
    let chords = list3.slice(1).map(([at2, to], i) => (to - list3[i][1]) / (at2 - list3[i][0])), between4 = params.shape === "smooth" && chords.every((slope) => slope > 0) ? bent(list3, slopesOf(list3, chords)) : chords.map((slope, i) => straight(list3[i][0], list3[i + 1][0], list3[i][0], list3[i][1], slope));
    return piecewise([straight(-1 / 0, first[0], first[0], first[1], 1), ...between4, straight(last[0], 1 / 0, last[0], last[1], 1)]);
  },
  // What is seen stays where it is, with both ends to be pulled at.
  born: ({ D, length }) => ({ pins: [[0, 0], [D ?? length, D ?? length]] }),
  faults: ({ pins: list3, shape }) => {
    let rising = [...list3].sort((a, b) => a[0] - b[0]), times = rising.map(([, to]) => to);
    return [
      ...rising.some((pin, i) => i > 0 && pin[0] === rising[i - 1][0]) ? [{ field: "pins", message: "two pins stand at one frame" }] : [],
      ...shape === "smooth" && times.some((to, i) => i > 0 && typeof to == "number" && typeof times[i - 1] == "number" && to <= times[i - 1]) ? [{ field: "pins", message: "smooth pins must rise in both times; use linear ones to play backwards" }] : []
    ];
  },
  handles: ({ pins: list3 }) => list3.map(([at2, to], i) => ({
    name: `pin ${i + 1}`,
    x: at2,
    s: Number(to),
    goes: "both",
    drawn: "point",
    pull: (x, s) => {
      let [now, shown2] = [pulled(at2 + x), pulled(Number(to) + Math.round(s))];
      return { fields: { pins: list3.map((pin, k) => k === i ? [now, shown2] : pin) }, told: `frame ${shown2} at ${now}` };
    }
  })),
  examples: [
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 12, becomes: 10 + 4 / 3 },
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 75, becomes: 85 },
    { given: { pins: [[10, 10], [40, 30], [70, 80]] }, x: 4, becomes: 4 },
    { given: { pins: [[30, 12]] }, x: 31, becomes: 13 },
    { given: { pins: [[0, 20], [10, 0]] }, x: 5, becomes: 10 },
    { given: { pins: [[0, 0], [10, 5]], shape: "smooth" }, x: 10, becomes: 5 },
    { given: { pins: [] }, x: 7, becomes: 7 }
  ]
};
function slopesOf(list3, chords) {
  return list3.map((_, i) => {
    let [before, after] = [chords[i - 1], chords[i]];
    if (before === void 0 || after === void 0) return Math.min(1, 3 * (before ?? after));
    let [h0, h1] = [list3[i][0] - list3[i - 1][0], list3[i + 1][0] - list3[i][0]], [w0, w1] = [2 * h1 + h0, h1 + 2 * h0];
    return (w0 + w1) / (w0 / before + w1 / after);
  });
}
function bent(list3, slopes) {
  return list3.slice(1).map(([to, y1], i) => {
    let [from, y0] = list3[i], h = to - from, [m0, m1] = [slopes[i] * h, slopes[i + 1] * h], at2 = (x) => {
      let u = (x - from) / h;
      return y0 + u * (m0 + u * (3 * (y1 - y0) - 2 * m0 - m1 + u * (m0 + m1 - 2 * (y1 - y0))));
    };
    return { from, to, kind: "curved", at: (x) => x >= to ? y1 : at2(x), rate: (x) => {
      let u = (x - from) / h;
      return (m0 + u * (2 * (3 * (y1 - y0) - 2 * m0 - m1) + u * 3 * (m0 + m1 - 2 * (y1 - y0)))) / h;
    } };
  });
}

// src/core/timing/operators/ramp.ts
var NEXT = 30, ramp = {
  op: "ramp",
  title: "Ramp",
  about: "Plays parts at rates of their own, with a soft change from one to the next.",
  fields: {
    cuts: list({ label: "Cuts", unit: "frames" }),
    rates: list({ label: "Rates", unit: "factor" }),
    blend: blend({ label: "Blend" })
  },
  tell: ({ cuts: cuts3, rates }) => rates.map((rate3, i) => `${percentOf(rate3)}${i < cuts3.length ? ` until ${cuts3[i]}` : ""}`).join(", "),
  did: ({ cuts: cuts3, rates }) => cuts3.length === 0 ? `Plays at ${percentOf(rates[0] ?? 1)}` : `Plays at ${percentOf(rates[0] ?? 1)}, from frame ${cuts3[0]} on at ${percentOf(rates[1] ?? 1)}`,
  prepare: ({ cuts: cuts3, rates, blend: soft }) => piecewise(segmentsOf(cuts3, rates, feetOf(cuts3, soft))),
  // A second at half the rate from the playhead on, then as before.
  born: ({ at: at2, second }) => {
    let from = Math.max(1, at2);
    return { cuts: [from, from + second], rates: [1, 0.5, 1], blend: 0 };
  },
  // A cut more makes a part more, at the rate of the last; a cut less takes the last part away. So it is the other way round.
  along: (params, set) => {
    let { cuts: cuts3 = params.cuts, rates = params.rates } = set, soft = set.blend ?? params.blend, last = cuts3[cuts3.length - 1] ?? 0, as = (list3, length, more) => Array.from({ length }, (_, i) => list3[i] ?? more(i)), follow = set.rates && !set.cuts ? { cuts: as(cuts3, Math.max(0, rates.length - 1), (i) => last + NEXT * (i + 1 - cuts3.length)) } : set.cuts && !set.rates ? { rates: as(rates, cuts3.length + 1, () => rates[rates.length - 1] ?? 1) } : {}, many = (follow.cuts ?? cuts3).length;
    return { ...follow, ...Array.isArray(soft) && soft.length !== many && !set.blend ? { blend: as(soft, many, () => [0, 0]) } : {} };
  },
  faults: ({ cuts: cuts3, rates, blend: soft }) => [
    ...rates.length === cuts3.length + 1 ? [] : [{ field: "rates", message: `${cuts3.length} cuts need ${cuts3.length + 1} rates, and there are ${rates.length}` }],
    ...cuts3.some((cut4) => cut4 <= 0) ? [{ field: "cuts", message: "cuts stand after frame 0" }] : [],
    ...cuts3.some((cut4, i) => i > 0 && cut4 <= cuts3[i - 1]) ? [{ field: "cuts", message: "cuts rise from one to the next" }] : [],
    ...Array.isArray(soft) && soft.length !== cuts3.length ? [{ field: "blend", message: "a list of blends has one pair per cut" }] : []
  ],
  handles: ({ cuts: cuts3, rates, blend: soft }, { length }) => {
    let feet = feetOf(cuts3, soft), { at: at2 } = piecewise(segmentsOf(cuts3, rates, feet)), edge = (i) => i < 0 ? 0 : cuts3[i] ?? Math.max(length, (cuts3[cuts3.length - 1] ?? 0) + 1);
    return [
      ...cuts3.map((cut4, i) => ({
        name: `cut ${i + 1}`,
        x: cut4,
        s: at2(cut4),
        goes: "across",
        drawn: "point",
        pull: (x) => {
          let now = pulled(Math.max((cuts3[i - 1] ?? 0) + 0.01, Math.min((cuts3[i + 1] ?? 1 / 0) - 0.01, cut4 + x)));
          return { fields: { cuts: cuts3.map((one, k) => k === i ? now : one) }, told: `changes at ${now}` };
        }
      })),
      ...rates.map((rate3, i) => {
        let [from, to] = [edge(i - 1), edge(i)], middle = (from + to) / 2;
        return {
          name: `the rate of part ${i + 1}`,
          x: middle,
          s: at2(middle),
          goes: "up",
          drawn: "point",
          label: percentOf(rate3),
          pull: (_, s) => {
            let now = caughtRate(rate3 + s / Math.max(1, middle - from));
            return { fields: { rates: rates.map((one, k) => k === i ? now : one) }, told: percentOf(now) };
          }
        };
      }),
      ...feet.flatMap(([before, after], i) => [-1, 1].map((side2) => {
        let width2 = side2 < 0 ? before : after;
        return {
          name: `how softly it changes ${side2 < 0 ? "before" : "after"} cut ${i + 1}`,
          x: cuts3[i] + side2 * Math.max(width2, 0),
          s: at2(cuts3[i] + side2 * width2),
          goes: "across",
          drawn: "foot",
          side: side2,
          pull: (x) => {
            let now = pulled(Math.max(0, width2 + side2 * x));
            return { fields: { blend: feet.map((pair2, k) => k === i ? side2 < 0 ? [now, pair2[1]] : [pair2[0], now] : pair2) }, told: `${now} frames ${side2 < 0 ? "before" : "after"}` };
          }
        };
      }))
    ];
  },
  examples: [
    { given: { cuts: [20, 40], rates: [1, 0.25, 2] }, x: 41, becomes: 27 },
    { given: { cuts: [20, 40], rates: [1, 0.25, 2], blend: 10 }, x: 20, becomes: 19.0625 },
    { given: { cuts: [20], rates: [1, -1] }, x: 25, becomes: 15 },
    { given: { cuts: [20], rates: [2, 0] }, x: -3, becomes: -6 },
    { given: { cuts: [10], rates: [1, 3], blend: [[0, 4]] }, x: 14, becomes: 18 },
    { given: { cuts: [], rates: [0.5] }, x: 9, becomes: 4.5 }
  ]
};
function feetOf(cuts3, soft) {
  if (typeof soft == "number") {
    let room = Math.min(2 * (cuts3[0] ?? 0), ...cuts3.slice(1).map((cut4, i) => cut4 - cuts3[i])), half = Math.max(0, Math.min(soft, room)) / 2;
    return cuts3.map(() => [half, half]);
  }
  let feet = cuts3.map((_, i) => [soft[i]?.[0] ?? 0, soft[i]?.[1] ?? 0]);
  for (let i = 0; i < feet.length - 1; i++) {
    let gap = cuts3[i + 1] - cuts3[i], wanted2 = feet[i][1] + feet[i + 1][0];
    wanted2 <= gap || (feet[i][1] *= gap / wanted2, feet[i + 1][0] = gap - feet[i][1]);
  }
  return feet[0] && (feet[0][0] = Math.min(feet[0][0], cuts3[0])), feet;
}
function segmentsOf(cuts3, rates, feet) {
  let segments = [], [x, y, from] = [0, 0, -1 / 0];
  return cuts3.forEach((cut4, i) => {
    let [before, after] = feet[i], [slow, fast] = [rates[i], rates[i + 1]], [begin, end] = [cut4 - before, cut4 + after];
    begin > from && (segments.push(straight(from, begin, x, y, slow)), [x, y, from] = [begin, y + (begin - x) * slow, begin]);
    let width2 = before + after;
    if (width2 === 0) return;
    let bend = (fast - slow) / width2, [x0, y0] = [x, y], turn = slow * fast < 0 ? x0 - slow / bend : null;
    for (let [a, b] of turn === null ? [[begin, end]] : [[begin, turn], [turn, end]])
      b <= a || segments.push(bend === 0 ? straight(a, b, x0, y0, slow) : { from: a, to: b, kind: "curved", at: (t) => y0 + (t - x0) * (slow + bend * (t - x0) / 2), rate: (t) => slow + bend * (t - x0) });
    [x, y, from] = [end, y0 + width2 * ((slow + fast) / 2), end];
  }), segments.push(straight(from, 1 / 0, x, y, rates[rates.length - 1] ?? 1)), segments;
}

// src/core/timing/operators/remap.ts
var remap = {
  op: "remap",
  title: "Remap",
  about: "Keys say which frame of the source is shown when; outside them it stands.",
  fields: { keys: keys({ label: "Source time" }) },
  tell: (params) => {
    let list3 = Object.values(params.keys);
    return list3.length === 0 ? "no keys" : `${list3.length} ${list3.length === 1 ? "key" : "keys"}`;
  },
  did: () => "Shows by keys which frame is on when; nothing is changed yet",
  prepare: (params, { D }) => {
    let list3 = Object.values(params.keys).sort((a, b) => a.at - b.at).map(({ to, ...key }) => ({ ...key, value: Number(to) })), [first, last] = [list3[0], list3[list3.length - 1]];
    if (!first || !last) return identity;
    let sample = prepareScalar({ value: 0, keys: list3, before: "hold", after: "hold", repeats: null }), segments = runsOf(list3).map((run) => segmentOf(run, sample, D)), starts = Float64Array.from(segments, (segment) => segment.from), early = held(-1 / 0, first.at, dust(holdInside(first.value, D))), late2 = held(last.at, 1 / 0, dust(holdInside(last.value, D)));
    return mapOf(
      (x) => {
        if (x < first.at) return early.at(x);
        if (x >= last.at) return late2.at(x);
        let segment = segments[lastAtOrBefore(starts, x)];
        return segment.kind === "held" ? segment.at(x) : dust(sample(x));
      },
      (x, side2) => {
        if (isBefore(x, first.at, side2)) return early;
        if (!isBefore(x, last.at, side2)) return late2;
        let i = Math.max(0, lastAtOrBefore(starts, x) - 1);
        for (; i < segments.length - 1 && !isBefore(x, segments[i].to, side2); ) i++;
        return segments[i];
      }
    );
  },
  // What it shows now, with an end to pull at: the last frame of its source.
  born: ({ D, length }) => ({ keys: Object.fromEntries([0, (D ?? length) - (D === null ? 0 : 1)].filter((at2, i) => i === 0 || at2 > 0).map((at2, i) => [`k${i + 1}`, { id: `k${i + 1}`, at: at2, to: at2, joined: !1 }])) }),
  handles: ({ keys: own2 }) => Object.values(own2).sort((a, b) => a.at - b.at).map((key, i, list3) => ({
    name: `key ${i + 1}`,
    x: key.at,
    s: Number(key.to),
    goes: "both",
    drawn: "point",
    pull: (x, s) => {
      let at2 = pulled(Math.max((list3[i - 1]?.at ?? -1 / 0) + 0.01, Math.min((list3[i + 1]?.at ?? 1 / 0) - 0.01, key.at + x))), to = pulled(Number(key.to) + Math.round(s));
      return { fields: { keys: { ...own2, [key.id]: { ...key, at: at2, to } } }, told: `frame ${to} at ${at2}` };
    }
  })),
  examples: [
    { given: {}, x: 7, becomes: 7 },
    { given: { keys: { a: { id: "a", at: 0, to: 10 }, b: { id: "b", at: 20, to: 0 } } }, x: 5, becomes: 7.5 },
    { given: { keys: { a: { id: "a", at: 4, to: 6 }, b: { id: "b", at: 8, to: 40 } } }, D: 30, x: 2, becomes: 6 },
    { given: { keys: { a: { id: "a", at: 4, to: 6 }, b: { id: "b", at: 8, to: 40 } } }, D: 30, x: 9, becomes: 29 },
    { given: { keys: { a: { id: "a", at: 0, to: 0, right: "hold" }, b: { id: "b", at: 8, to: 4 } } }, x: 7, becomes: 0 },
    { given: { keys: { a: { id: "a", at: 0, to: 0 }, b: { id: "b", at: 8, to: 4, arrives: 8 } } }, x: 6, becomes: 6 }
  ]
};
function segmentOf({ from, to, start, end, kind }, sample, D) {
  if (kind === "held") return held(from, to, dust(holdInside(start, D)));
  if (kind === "linear") return straight(from, to, from, start, (end - start) / (to - from));
  let at2 = (x) => x <= from ? start : x >= to ? end : sample(x), step2 = (to - from) * 1e-5;
  return {
    from,
    to,
    kind: "curved",
    at: at2,
    rate: (x) => {
      let [low, high] = [Math.max(from, Math.min(to - step2, x - step2)), Math.min(to, Math.max(from + step2, x + step2))];
      return (at2(high) - at2(low)) / (high - low);
    }
  };
}

// src/core/timing/operators/reverse.ts
var reverse = {
  op: "reverse",
  title: "Reverse",
  about: "Plays backwards from the last frame and stays on the first.",
  fields: { from: time2({ label: "From", start: 0 }), to: time2({ label: "To", start: null, none: "its end" }) },
  tell: ({ from, to }) => to === null ? "from the end to the start" : `frames ${tellTime(from)} to ${tellTime(to)}`,
  did: ({ to }) => to === null ? "Plays from the end to the start" : `Plays backwards from frame ${tellTime(to)}`,
  prepare: (params, { D }) => {
    let from = Number(params.from), last = Math.max(from, Number(params.to ?? D ?? from + 1) - 1);
    return mapOf(
      (x) => dust(Math.max(from, Math.min(last, from + last - x))),
      (x, side2) => last === from ? held(-1 / 0, 1 / 0, from) : isBefore(x, from, side2) ? held(-1 / 0, from, last) : isBefore(x, last, side2) ? straight(from, last, from, last, -1) : held(last, 1 / 0, from)
    );
  },
  // Left open, it follows the end of its source.
  born: ({ D, length }) => D === null ? { to: length } : {},
  faults: emptyPart,
  faultsOnKeys: ({ to }) => needsEnd("reverse", to),
  handles: (params, { D }) => {
    let [from, to] = [Number(params.from), Number(params.to ?? D ?? params.from)];
    return [
      { name: "its last frame", x: from, s: to - 1, goes: "up", drawn: "point", pull: (_, s) => {
        let at2 = pulled(Math.max(from + 1, Math.min(D ?? 1 / 0, to + Math.round(s))));
        return { fields: { to: at2 }, told: `backwards from frame ${at2 - 1}` };
      } },
      { name: "its first frame", x: to - 1, s: from, goes: "up", drawn: "point", pull: (_, s) => {
        let at2 = pulled(Math.max(0, Math.min(to - 1, from + Math.round(s))));
        return { fields: { from: at2 }, told: `back to frame ${at2}` };
      } }
    ];
  },
  examples: [
    { given: {}, D: 20, x: 0, becomes: 19 },
    { given: {}, D: 20, x: 19, becomes: 0 },
    { given: {}, D: 20, x: 24, becomes: 0 },
    { given: {}, D: 20, x: -5, becomes: 19 },
    { given: { from: 5, to: 15 }, D: 20, x: 7, becomes: 12 }
  ]
};

// src/core/timing/operators/speed.ts
var speed = {
  op: "speed",
  title: "Speed",
  about: "Plays faster or slower around one frame that stays where it is.",
  fields: { rate: number4({ label: "Rate", unit: "factor" }), at: number4({ label: "Around", unit: "frames", start: 0 }) },
  tell: ({ rate: rate3, at: at2 }) => `${typeof rate3 == "number" ? Math.round(rate3 * 1e3) / 10 : rate3} %${at2 === 0 ? "" : ` around ${at2}`}`,
  did: ({ rate: rate3, at: at2 }) => `Plays at ${typeof rate3 == "number" ? Math.round(rate3 * 1e3) / 10 : rate3} %${at2 === 0 ? "" : ` around frame ${at2}`}`,
  prepare: (params) => {
    let [rate3, at2] = [Number(params.rate), Number(params.at)], segment = straight(-1 / 0, 1 / 0, at2, at2, rate3);
    return mapOf((x) => dust(at2 + (x - at2) * rate3), () => segment);
  },
  // Half as fast, and what is looked at stays where it is.
  born: ({ at: at2 }) => ({ rate: 0.5, at: at2 }),
  handles: ({ rate: rate3, at: at2 }, { length }) => {
    let [now, around2] = [Number(rate3), Number(at2)], reach2 = Math.max(1, length / 2);
    return [
      { name: "its slope", x: around2 + reach2, s: around2 + reach2 * now, goes: "up", drawn: "point", label: percentOf(now), pull: (_, s) => {
        let next2 = caughtRate(now + s / reach2);
        return { fields: { rate: next2 }, told: percentOf(next2) };
      } }
    ];
  },
  examples: [
    { given: { rate: 0.5, at: 10 }, x: 0, becomes: 5 },
    { given: { rate: 2 }, x: 7, becomes: 14 },
    { given: { rate: -1 }, x: 3, becomes: -3 },
    { given: { rate: 0, at: 4 }, x: 90, becomes: 4 }
  ]
};

// src/core/timing/operators/step.ts
var step = {
  op: "step",
  title: "On twos",
  about: "Holds every picture for a number of frames.",
  fields: {
    every: number4({ label: "Every", unit: "frames" }),
    phase: number4({ label: "Phase", unit: "frames", start: 0 }),
    round: choice({ label: "Round", choices: ["down", "near"], words: { down: "down", near: "to the nearest" }, start: "down" }),
    cuts: cuts({ label: "Cuts" })
  },
  tell: ({ every, cuts: cuts3 }) => `hold every ${every} frames${cuts3.map(([at2, other]) => `, every ${other} from ${at2}`).join("")}`,
  did: ({ every }) => `Holds every picture for ${every} frames`,
  prepare: (params) => {
    let stretches = [{ from: -1 / 0, every: Number(params.every), phase: Number(params.phase) }, ...[...params.cuts].sort((a, b) => a[0] - b[0]).map(([at2, every]) => ({ from: at2, every, phase: at2 }))], near2 = params.round === "near", lean = near2 ? 0.5 : 1e-9, stretchAt = (x, side2) => {
      let i = stretches.length - 1;
      for (; i > 0 && isBefore(x, stretches[i].from, side2); ) i--;
      return i;
    };
    return mapOf(
      (x) => {
        let { every, phase } = stretches[stretchAt(x, "right")];
        return dust(phase + every * Math.floor((x - phase) / every + lean));
      },
      (x, side2) => {
        let i = stretchAt(x, side2), { from, every, phase } = stretches[i], until = stretches[i + 1]?.from ?? 1 / 0, edge = (n3) => phase + every * (near2 ? n3 - 0.5 : n3), n2 = partBeside(x - edge(0), every, side2);
        return held(Math.max(from, edge(n2)), Math.min(until, edge(n2 + 1)), phase + every * n2);
      }
    );
  },
  born: () => ({ every: 2 }),
  faults: ({ every }) => typeof every == "number" && every <= 0 ? [{ field: "every", message: "it holds every picture for more than 0 frames" }] : [],
  handles: ({ cuts: list3 }) => list3.map(([at2, every], i) => ({
    name: `cut ${i + 1}`,
    x: at2,
    s: at2,
    goes: "across",
    drawn: "point",
    pull: (x) => {
      let now = pulled(at2 + x);
      return { fields: { cuts: list3.map((cut4, k) => k === i ? [now, every] : cut4) }, told: `every ${every} from ${now}` };
    }
  })),
  examples: [
    { given: { every: 3, phase: 1 }, x: 3, becomes: 1 },
    { given: { every: 3, phase: 1 }, x: 4, becomes: 4 },
    { given: { every: 2 }, x: -1, becomes: -2 },
    { given: { every: 4, round: "near" }, x: 2, becomes: 4 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 6, becomes: 6 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 9, becomes: 7 },
    { given: { every: 2, cuts: [[7, 3]] }, x: 10, becomes: 10 }
  ]
};

// src/core/timing/operators/index.ts
var OPERATORS = [loop, reverse, speed, ramp, delay, pause, step, freeze, remap, elastic2, cue, pins2];

// src/core/timing/pieces.ts
var CAP = 1e5, SAME = 1e-4;
function* pieces(map, from, to) {
  let count2 = 0, ended = null, cut4 = (segment, a, b) => {
    let [start, end] = [segment.at(a), segment.at(b)], piece2 = { ...segment, from: a, to: b, start, end, jump: ended !== null && Math.abs(start - ended) > 1e-6 };
    return ended = end, count2++, piece2;
  }, before = null, begin = from;
  for (let segment of map.walk(from, to)) {
    if (count2 >= CAP) return { capped: !0 };
    let edge = segment.from, [end, next2] = [edge, edge];
    if (edge === Math.round(edge)) {
      let shown2 = map.at(edge);
      Math.abs(segment.at(edge) - shown2) > SAME && (next2 = Math.min(segment.to, edge + 1e-6), before && Math.abs(before.at(edge) - shown2) <= SAME || (before && (yield cut4(before, begin, edge)), before = held(edge, next2, shown2), begin = edge), end = next2);
    }
    before && end > begin && (yield cut4(before, begin, end)), before = segment, begin = next2;
  }
  return before && to > begin && (yield cut4(before, begin, to)), { capped: !1 };
}
var FLAT = 0.01;
function preimages(map, s, from, to) {
  let found3 = [], walk2 = pieces(map, from, to);
  for (let step2 = walk2.next(); ; step2 = walk2.next()) {
    if (step2.done) return { found: found3, capped: step2.value.capped };
    let piece2 = step2.value;
    if (piece2.kind === "held") {
      Math.abs(piece2.start - s) <= 1e-6 && add2(piece2.from, piece2.to);
      continue;
    }
    let [low, high] = piece2.start < piece2.end ? [piece2.start, piece2.end] : [piece2.end, piece2.start];
    if (s < low - SAME || s > high + SAME) continue;
    let x = settled2(Math.max(piece2.from, dust(whenSegmentGives(piece2, s))), piece2);
    x < piece2.to && Math.abs(map.at(x) - s) <= 1e-6 * (2 + 2 * Math.abs(piece2.rate(x))) && add2(x, x);
  }
  function settled2(x, piece2) {
    let whole2 = Math.round(x);
    return piece2.kind === "curved" && Math.abs(whole2 - x) < FLAT && whole2 >= piece2.from && whole2 < piece2.to && Math.abs(map.at(whole2) - s) <= 1e-6 ? whole2 : x;
  }
  function add2(start, end) {
    let last = found3[found3.length - 1];
    !last || start > last.to + 1e-9 ? found3.push({ from: start, to: end }) : last.to = Math.max(last.to, end > start || last.from === start ? end : start + 1e-6);
  }
}

// src/core/timing/moments.ts
function withoutMoments(value, at2) {
  if (value === null || typeof value != "object") return value;
  if (isMoment(value)) return at2(value);
  if (Array.isArray(value)) {
    let next3 = value.map((one) => withoutMoments(one, at2));
    return next3.some((one, i) => one !== value[i]) ? next3 : value;
  }
  let changed2 = !1, next2 = Object.fromEntries(Object.entries(value).map(([name2, one]) => {
    let known = withoutMoments(one, at2);
    return changed2 ||= known !== one, [name2, known];
  }));
  return changed2 ? next2 : value;
}
function momentsIn(value) {
  return value === null || typeof value != "object" ? [] : isMoment(value) ? [value] : Object.values(value).flatMap(momentsIn);
}

// src/core/timing/stack.ts
function operatorOf(op) {
  return OPERATORS.find((definition) => definition.op === op) ?? null;
}
function isPassedOver(node2) {
  let definition = operatorOf(node2.op);
  return definition ? Object.entries(definition.fields).some(([name2, field]) => field.holds !== "choice" && typeof node2[name2] == "string") : !0;
}
function prepareStack(timing, context) {
  let { host, source, start } = context, momentOn = (of) => (moment2) => context.momentAt?.(moment2, of) ?? moment2.was, home = source ? "content" : "keys", entry = source ? straightMap(start, source.rate[0] * host[1], source.rate[1] * host[0]) : straightMap(start, 1, 1), keyEntry = straightMap(start, 1, 1), content = [], keys2 = [], added = (steps2, first, step2) => steps2.push({ ...step2, incoming: composeAll([first, ...steps2.filter(({ tracks }) => reaches(tracks, step2.tracks?.[0] ?? null)).map((one) => one.map)]) });
  for (let node2 of timing) {
    let definition = operatorOf(node2.op);
    if (node2.off || !definition || isPassedOver(node2)) continue;
    let on = node2.on ?? home, reach2 = on === "both" && !source ? "keys" : on, plain = (side2) => withoutMoments(node2, momentOn(side2 === "keys" || !source ? "layer" : "source")), surroundings = (side2) => ({
      on: side2,
      D: side2 === "keys" ? null : source?.D ?? null,
      rates: { host, source: source?.rate ?? host },
      rigid: source?.rigid ?? [],
      markers: context.markers.map((at2) => dust(side2 === "keys" || !source ? at2 - start : convertExactly(at2 - start, host, source.rate)))
    }), prepareFor = (side2) => definition.prepare(plain(side2), surroundings(side2)), handlesFor = (side2) => () => {
      let around2 = surroundings(side2);
      return definition.handles(plain(side2), { ...around2, length: around2.D ?? 0 });
    }, words2 = { id: node2.id, title: definition.title, tells: definition.tell(node2) }, tracks = node2.tracks ?? null;
    reach2 !== "keys" && source && added(content, entry, { ...words2, node: plain(reach2), handles: handlesFor(reach2), map: prepareFor(reach2), tracks: null }), tracks?.length !== 0 && (reach2 === "keys" && added(keys2, keyEntry, { ...words2, node: plain("keys"), handles: handlesFor("keys"), map: prepareFor("keys"), tracks }), reach2 === "both" && source && added(keys2, keyEntry, { ...words2, node: plain("both"), handles: handlesFor("both"), map: around(prepareFor("both"), host, source.rate), tracks }));
  }
  let through = (track) => composeAll([keyEntry, ...keys2.filter((step2) => reaches(step2.tracks, track)).map((step2) => step2.map)]), keyMap = through(null), narrowed = [...new Set(keys2.flatMap((step2) => step2.tracks ?? []))], known = new Map(narrowed.map((track) => [track, through(track)]));
  return {
    entry,
    keyEntry,
    steps: content,
    keySteps: keys2,
    keys: keyMap,
    narrowed,
    keysOf: (track) => known.get(track) ?? keyMap,
    content: source ? composeAll([entry, ...content.map((step2) => step2.map)]) : keyMap
  };
}
function reaches(tracks, track) {
  return tracks === null || track !== null && tracks.includes(track);
}
function around(map, host, source) {
  if (ratio(host, source) === 1) return map;
  let there = straightMap(0, source[0] * host[1], source[1] * host[0]), back3 = straightMap(0, host[0] * source[1], host[1] * source[0]);
  return compose(compose(there, map), back3);
}

// src/core/timing/new-operator.ts
function newOperator(op, id3, given) {
  let fields = operatorOf(op).fields, filled = Object.fromEntries(Object.entries(fields).map(([name2, field]) => {
    let value = given[name2] ?? (field.holds === "keys" ? {} : field.start);
    if (value === void 0 || !fits(field, value)) throw new Error(`${field.label} of ${op} cannot be ${JSON.stringify(value)}`);
    return [name2, value];
  }));
  return { op, id: id3, name: "", off: !1, tracks: null, ...filled };
}
function operatorFits(op, node2) {
  let definition = operatorOf(op);
  return !definition || Object.entries(definition.fields).every(([name2, field]) => fits(field, node2[name2]));
}

// src/core/model/schema/parts.ts
var TAKEN = /* @__PURE__ */ new Set(["__proto__", "constructor", "prototype", "toString", "valueOf", "hasOwnProperty"]), id = string2().min(1).max(120).regex(/^[^\p{Cc}]+$/u, "an id is one line of plain characters").refine((text2) => !TAKEN.has(text2), "this word cannot be an id"), partId = id.optional(), UNSEEN = new RegExp("\\p{Cc}", "u"), line = string2().max(400).refine((text2) => !UNSEEN.test(text2), "it holds a control character, which nobody can see; take it out"), words = string2().max(2e4).refine((text2) => !UNSEEN.test(text2.replace(/[\n\r\t]/g, "")), "it holds a control character, which nobody can see; take it out"), name = line, note = words.default(""), at = number3(), span = tuple([number3(), number3()]).refine(([from, to]) => to > from, "a span ends after it begins"), ink = int().min(0).max(7).nullable().default(null), rate = tuple([int(), int()]).refine(([num, den]) => num > 0 && den > 0, "a rate is two whole numbers over 0, as in [30, 1]"), marker = strictObject({
  id: partId,
  at,
  name: name.default(""),
  length: number3().min(0).default(0),
  note,
  colour: ink,
  fires: boolean2().default(!0)
});

// src/core/model/schema/channel.ts
var pair = tuple([number3(), number3()]), handle = tuple([number3(), number3()]), colour2 = tuple([number3(), number3(), number3(), number3()]), path = strictObject({
  closed: boolean2(),
  points: array(tuple([number3(), number3(), number3(), number3(), number3(), number3()]))
}), rightHandle = union([
  literal("hold"),
  literal("smooth"),
  handle.refine(([dt]) => dt >= 0, "a right handle points forward: its first number is 0 or more")
]), leftHandle = union([
  literal("smooth"),
  handle.refine(([dt]) => dt <= 0, "a left handle points back: its first number is 0 or less")
]), ease = union([
  _enum(["linear", "hold"]),
  tuple([number3(), number3(), number3(), number3()]).refine(([x1, , x2]) => x1 >= 0 && x1 <= 1 && x2 >= 0 && x2 <= 1, "the first and third number of an ease lie within 0 and 1")
]), keyCurve = strictObject({
  kind: _enum(CURVES.map((curve) => curve.kind)),
  side: _enum(["in", "out", "both"]).optional(),
  amount: number3().min(0).max(1e3).nullish(),
  swings: number3().min(0).max(100).nullish()
}), keyBase = { id: partId, at, kept: unknown().optional(), joined: boolean2().default(!1), pace: number3().positive().nullish(), curve: keyCurve.nullish() }, scalarKey = strictObject({
  ...keyBase,
  value: number3(),
  arrives: number3().nullish(),
  right: rightHandle.optional(),
  left: leftHandle.optional()
});
var vectorKey = (value) => strictObject({
  ...keyBase,
  value,
  arrives: value.nullish(),
  ease: ease.optional(),
  pathLeft: pair.optional(),
  pathRight: pair.optional()
}), heldKey = (value) => strictObject({ ...keyBase, value, arrives: value.nullish() }), outside = _enum(["hold", "repeat", "climb", "swing", "glide"]).default("hold"), rules = {
  before: outside,
  after: outside,
  repeats: int().min(1).nullable().default(null),
  // A formula that is too long is an error at its place, not of the file.
  formula: string2().max(1e6).nullable().default(null),
  formulaOff: boolean2().default(!1),
  limits: pair.nullable().default(null),
  closed: boolean2().default(!1)
};
function keyed(value, key) {
  let keys2 = array(key).superRefine(refuseTwins).default([]), make = (start) => strictObject({ value: value.default(start), keys: keys2, ...rules }), made = /* @__PURE__ */ new Map();
  return (start) => {
    let name2 = JSON.stringify(start), schema = made.get(name2);
    return schema || made.set(name2, schema = make(start)), schema;
  };
}
function refuseTwins(keys2, context) {
  let seen = /* @__PURE__ */ new Set();
  keys2.forEach((key, i) => {
    seen.has(key.at) && context.addIssue({ code: "custom", path: [i], message: `there is another key at frame ${key.at}; move one of them` }), seen.add(key.at);
  });
}
var SCHEMAS = {
  N: keyed(number3(), scalarKey),
  P: keyed(pair, vectorKey(pair)),
  C: keyed(colour2, vectorKey(colour2)),
  S: keyed(path, vectorKey(path)),
  T: keyed(words, heldKey(words)),
  B: keyed(boolean2(), heldKey(boolean2())),
  E: keyed(line, heldKey(line))
};
function channelsOf(specs) {
  let shape = Object.fromEntries(
    Object.entries(specs).map(([name2, spec]) => [name2, SCHEMAS[spec.type](spec.start).optional()])
  );
  return strictObject(shape).default({});
}
var anyChannel = union([SCHEMAS.N(0), SCHEMAS.P([0, 0]), SCHEMAS.C([1, 1, 1, 1]), SCHEMAS.T(""), SCHEMAS.B(!1)]), dialChannels = strictObject({ value: anyChannel.optional() }).default({});

// src/core/model/schema/operator-field.ts
var formulaOrNumber = union([number3(), string2().min(1).max(2e3)]), moment = strictObject({ marker: string2().min(1).max(120), end: boolean2().default(!1), plus: number3().default(0), was: number3() }), time3 = union([number3(), moment]), rest = strictObject({ kind: _enum(["still", "loop", "swing"]).default("still"), from: time3.nullable().default(null), to: time3.nullable().default(null), finish: boolean2().default(!1) }), move = union([tuple([time3, time3]), strictObject({ from: time3, to: time3, rest: rest.nullable().default(null) })]), ownKeys = array(strictObject({ id: partId, at, to: time3, arrives: number3().nullish(), curve: keyCurve.nullish(), right: rightHandle.optional(), left: leftHandle.optional(), joined: boolean2().default(!1) })).superRefine(refuseTwins);
function fieldSchema(field) {
  let schema = holds(field), open2 = (field.holds === "number" || field.holds === "time") && field.start === null ? schema.nullable() : schema;
  return field.start === void 0 ? open2 : open2.default(field.start);
}
function holds(field) {
  switch (field.holds) {
    case "number":
      return formulaOrNumber;
    case "time":
      return union([formulaOrNumber, moment]);
    case "choice":
      return _enum(field.choices);
    case "cuts":
      return array(tuple([number3(), number3().positive()]));
    case "keys":
      return ownKeys;
    case "list":
      return array(number3());
    case "blend":
      return union([number3().min(0), array(tuple([number3().min(0), number3().min(0)]))]);
    case "moves":
      return array(move);
    case "pins":
      return array(tuple([number3(), time3]));
  }
}

// src/core/model/version.ts
var FORMAT = "oak-tumble/project";

// src/core/model/operator-faults.ts
function operatorFaults(node2) {
  return operatorOf(node2.op)?.faults?.(node2) ?? [];
}
function faultsOnKeys(node2) {
  return operatorOf(node2.op)?.faultsOnKeys?.(node2) ?? [];
}

// src/core/model/blends.ts
var BLENDS = [
  "normal",
  "multiply",
  "screen",
  "overlay",
  "darken",
  "lighten",
  "color-dodge",
  "color-burn",
  "hard-light",
  "soft-light",
  "difference",
  "exclusion",
  "hue",
  "saturation",
  "color",
  "luminosity",
  "plus-lighter"
];

// src/core/model/schema/operators.ts
var base = { id: partId, name: name.default(""), off: boolean2().default(!1), on: _enum(["content", "keys", "both"]).optional(), tracks: array(line).nullable().default(null) };
function played(definition) {
  let shape = Object.fromEntries(Object.entries(definition.fields).map(([field, one]) => [field, fieldSchema(one)]));
  return strictObject({ op: literal(definition.op), ...base, ...shape });
}
var formula = strictObject({ op: literal("formula"), ...base, source: string2().max(1e6) }), operator = discriminatedUnion("op", [...OPERATORS.map((definition) => played(definition)), formula]).superRefine((node2, context) => {
  for (let { field, message } of operatorFaults(node2)) context.addIssue({ code: "custom", path: [field], message });
});

// src/core/model/schema/layers.ts
var part = { id: partId, off: boolean2().default(!1) }, named = { ...part, name: name.default("") }, mask = strictObject({
  ...named,
  mode: _enum(["add", "subtract", "intersect"]).default("add"),
  invert: boolean2().default(!1),
  painted: id.optional(),
  channels: channelsOf(MASK)
}), effectSchema = ({ kind, channels: channels2 }) => strictObject({ ...named, kind: literal(kind), channels: channelsOf(channels2) }), effect = discriminatedUnion("kind", EFFECTS.map((one) => effectSchema(one))), fill = strictObject({
  ...part,
  kind: _enum(["none", "flat", "linear", "radial"]).default("flat"),
  channels: channelsOf(FILL),
  stops: array(strictObject({ ...part, channels: channelsOf(STOP) })).default([])
}).prefault({}), stroke = strictObject({
  ...part,
  channels: channelsOf(STROKE),
  dash: array(number3().min(0)).default([]),
  cap: _enum(["butt", "round", "square"]).default("butt"),
  join: _enum(["miter", "round", "bevel"]).default("miter"),
  miter: number3().min(1).default(4)
}).prefault({}), dial = strictObject({
  ...part,
  name,
  type: _enum(["number", "angle", "point", "colour", "switch", "choice", "text"]).default("number"),
  unit: line.max(40).default(""),
  range: tuple([number3(), number3()]).nullable().default(null),
  step: number3().positive().nullable().default(null),
  choices: array(line).default([]),
  public: boolean2().default(!1),
  channels: dialChannels
}), letters = strictObject({
  ...part,
  by: _enum(["letter", "word", "line"]).default("letter"),
  order: _enum(["forward", "back", "centre", "ends", "chance"]).default("forward"),
  seed: number3().default(0),
  channels: channelsOf(LETTERS)
}), travel = strictObject({ contacts: array(id).default([]), tracks: array(line).nullable().default(null), angle: number3().default(0) }), joint = strictObject({ limits: tuple([number3(), number3()]).nullable().default(null), flip: union([literal(1), literal(-1)]).default(1) }), spans = array(span).superRefine((list3, context) => {
  let inOrder2 = [...list3].sort((a, b) => a[0] - b[0]), clash = inOrder2.findIndex((one, i) => i > 0 && one[0] < inOrder2[i - 1][1]);
  clash > 0 && context.addIssue({ code: "custom", message: `the spans [${inOrder2[clash - 1]}] and [${inOrder2[clash]}] overlap` });
}).optional(), base2 = {
  id,
  name,
  start: number3().default(0),
  spans,
  timing: array(operator).default([]),
  markers: array(marker).default([]),
  masks: array(mask).default([]),
  effects: array(effect).default([]),
  sampling: _enum(["exact", "whole"]).default("exact"),
  visible: boolean2().default(!0),
  locked: boolean2().default(!1),
  solo: boolean2().default(!1),
  guide: boolean2().default(!1),
  parent: id.nullable().default(null),
  partner: id.nullable().default(null),
  turnAlong: boolean2().default(!1),
  blend: _enum(BLENDS).default("normal"),
  clipTo: id.nullable().default(null),
  clipSide: _enum(["inside", "outside"]).default("inside"),
  colour: ink,
  note,
  pose: array(line).nullable().default(null),
  mirrorAt: number3().nullable().default(null),
  turnBy: number3().default(0),
  joint: joint.nullable().default(null)
}, hits = strictObject({
  band: _enum(["all", "low", "mid", "high"]).default("all"),
  threshold: number3().min(0).max(1).default(0.5),
  added: array(number3()).default([]),
  removed: array(number3()).default([])
}).prefault({}), layer = discriminatedUnion("kind", [
  strictObject({
    ...base2,
    kind: literal("shape"),
    channels: channelsOf({ ...POSE, ...KINDS.shape }),
    shape: _enum(["rectangle", "ellipse", "polygon", "star", "path"]).default("rectangle"),
    rule: _enum(["nonzero", "evenodd"]).default("nonzero"),
    fill,
    stroke
  }),
  strictObject({
    ...base2,
    kind: literal("text"),
    channels: channelsOf({ ...POSE, ...KINDS.text }),
    font: line.max(120).default("Figtree"),
    weight: int().min(100).max(900).default(400),
    italic: boolean2().default(!1),
    align: _enum(["start", "middle", "end"]).default("start"),
    fill,
    stroke,
    letters: letters.nullable().default(null)
  }),
  strictObject({ ...base2, kind: literal("image"), channels: channelsOf(POSE), source: id }),
  strictObject({
    ...base2,
    kind: literal("footage"),
    channels: channelsOf({ ...POSE, ...KINDS.footage }),
    source: id,
    muted: boolean2().default(!0),
    between: _enum(["nearest", "blend"]).default("nearest")
  }),
  strictObject({
    ...base2,
    kind: literal("audio"),
    channels: channelsOf(KINDS.audio),
    source: id,
    fadeIn: number3().min(0).default(0),
    fadeOut: number3().min(0).default(0),
    muted: boolean2().default(!1),
    hits
  }),
  strictObject({
    ...base2,
    kind: literal("nest"),
    channels: channelsOf(POSE),
    source: id,
    clipFrame: boolean2().default(!0),
    take: id.nullable().default(null),
    dials: record(string2(), anyChannel).default({}),
    travel: travel.nullable().default(null)
  }),
  strictObject({ ...base2, kind: literal("null"), channels: channelsOf(POSE) }),
  strictObject({ ...base2, kind: literal("dials"), channels: strictObject({}).default({}), dials: array(dial).default([]) }),
  strictObject({ ...base2, kind: literal("wash"), channels: channelsOf(POSE), appliesTo: id.nullable().default(null) }),
  strictObject({
    ...base2,
    kind: literal("copies"),
    channels: channelsOf({ ...POSE, ...KINDS.copies }),
    of: id,
    front: _enum(["first", "last"]).default("first"),
    seed: number3().default(0)
  })
]).superRefine((one, context) => {
  let home = hasContentTime(one.kind) ? "content" : "keys";
  one.timing.forEach((node2, i) => {
    if ((node2.on ?? home) === "keys")
      for (let { field, message } of faultsOnKeys(node2)) context.addIssue({ code: "custom", path: ["timing", i, field], message });
  });
});

// src/core/model/schema/project.ts
var assetBase = {
  id,
  name,
  hash: string2().regex(/^[0-9a-f]{64}$/, "a hash is 64 hexadecimal digits"),
  mime: line.max(120),
  bytes: int().min(0)
}, size = int().min(1).max(65535), picture = { width: size, height: size, original: tuple([size, size]).nullable().default(null) }, asset = discriminatedUnion("type", [
  strictObject({ ...assetBase, type: literal("image"), ...picture }),
  strictObject({
    ...assetBase,
    type: literal("footage"),
    ...picture,
    rate,
    frames: int().min(1),
    stamps: array(number3()).nullable().default(null),
    hasSound: boolean2().default(!1)
  }),
  strictObject({
    ...assetBase,
    type: literal("audio"),
    sampleRate: number3().positive(),
    samples: int().min(0),
    tracks: int().min(1).max(8)
  })
]), tempo = strictObject({
  bpm: number3().min(20).max(400),
  offset: number3().default(0),
  meter: tuple([int().min(1).max(64), int().min(1).max(64)]).default([4, 4]),
  map: array(tuple([number3(), number3()])).min(2).nullable().default(null),
  origin: _enum(["typed", "found"]).default("typed")
}).superRefine(({ map }, context) => {
  map?.some((pair2, i) => i > 0 && (pair2[0] <= map[i - 1][0] || pair2[1] <= map[i - 1][1])) && context.addIssue({ code: "custom", path: ["map"], message: "frames and beats rise from one pair to the next" });
}), pairOf = tuple([number3(), number3()]), rigid = tuple([time3, time3]).refine(([from, to]) => typeof from != "number" || typeof to != "number" || to > from, "a span ends after it begins"), take = strictObject({ id: partId, name: name.default(""), from: number3(), to: number3(), loop: boolean2().default(!1) }), settled = strictObject({ id: partId, at, values: record(string2().max(400), unknown()).default({}) }), stagger = strictObject({
  id: partId,
  what: _enum(["starts", "ends", "keys", "markers", "time"]),
  members: array(union([line, record(string2(), unknown())])).default([]),
  by: union([number3(), string2().max(2e4)]).nullable().default(null),
  total: union([number3(), string2().max(2e4)]).nullable().default(null),
  curve: keyCurve.nullable().default(null),
  order: line.nullable().default(null),
  from: union([number3(), line]).nullable().default(null),
  seed: number3().default(0),
  beats: union([number3(), boolean2()]).nullable().default(null)
}), contact = strictObject({ id: partId, layer: id, point: pairOf, from: at, to: at }), attempt = strictObject({
  id: _enum(["1", "2", "3"]).optional(),
  name: name.default(""),
  layers: record(id, strictObject({ start: number3().default(0), spans: array(span).default([]), timing: array(operator).default([]), markers: array(marker).default([]) })).default({})
}), preset = strictObject({ id: partId, name: name.default(""), of: _enum(["curve", "timing", "recipe"]), data: unknown() }), version2 = strictObject({
  of: id,
  track: id.nullable().default(null),
  pace: tuple([number3(), number3()]).nullable().default(null),
  whole: boolean2().default(!1)
}), composition = strictObject({
  id,
  name,
  width: int().min(1).max(8192).default(1280),
  height: int().min(1).max(8192).default(720),
  rate: rate.default([30, 1]),
  duration: int().min(1).max(1e7).default(300),
  background: string2().regex(/^#[0-9a-f]{6}([0-9a-f]{2})?$/i, "a background is #rrggbb or #rrggbbaa").nullable().default(null),
  range: span.optional(),
  loops: boolean2().default(!1),
  note,
  colour: ink,
  tempo: tempo.nullable().default(null),
  markers: array(marker).default([]),
  rigid: array(rigid).default([]),
  takes: array(take).default([]),
  version: version2.nullable().default(null),
  settled: array(settled).default([]),
  staggers: array(stagger).default([]),
  contacts: array(contact).default([]),
  tries: array(attempt).max(3).default([]),
  layers: array(layer).default([])
}), projectFile = strictObject({
  format: literal(FORMAT),
  version: literal(2),
  name,
  main: id.optional(),
  assets: array(asset).default([]),
  compositions: array(composition).default([]),
  presets: array(preset).default([]),
  newKeys: _enum(["straight", "smooth", "hold", "drawn"]).default("straight"),
  still: tuple([id, number3()]).nullable().default(null)
});

// src/core/model/unseen.ts
var LINES = /* @__PURE__ */ new Set(["note", "value", "formula", "source", "arrives"]);
function withoutUnseen(value, field = "") {
  return typeof value == "string" ? LINES.has(field) ? value.replace(/[^\P{Cc}\n\r\t]/gu, "") : value.replace(new RegExp("\\p{Cc}", "gu"), " ") : Array.isArray(value) ? value.map((one) => withoutUnseen(one, field)) : value === null || typeof value != "object" ? value : Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, withoutUnseen(inner, key)]));
}

// src/core/model/upgrades/1-to-2.ts
var EMPTY = { order: [], by: {} }, from1to2 = {
  from: 1,
  file: (raw) => raw,
  value(path2, value) {
    let fill2 = FILLS.find(({ at: at2 }) => fits2(at2, path2))?.fill, seen = withoutUnseen(value, path2[path2.length - 1]);
    return fill2 && isFields(seen) ? fill2(seen) : seen;
  }
}, channel = (value) => ({ closed: !1, ...value }), channels = (value) => each(value, channel), withChannels = (value) => ({ ...value, ..."channels" in value ? { channels: channels(value.channels) } : {} }), named2 = (value) => withChannels({ name: "", ...value }), inked = (value) => withChannels({ ...value, ..."stops" in value ? { stops: listed(value.stops, withChannels) } : {} });
function operator2(value) {
  return { tracks: null, ...value.op === "loop" ? { until: null, then: "stay" } : value.op === "step" ? { cuts: [] } : {}, ...value };
}
function layer2(value) {
  let own2 = value.kind === "text" ? { letters: null } : value.kind === "nest" ? { travel: null } : {}, filled = Object.entries({
    timing: (part3) => listed(part3, operator2),
    masks: (part3) => listed(part3, named2),
    effects: (part3) => listed(part3, named2),
    fill: (part3) => isFields(part3) ? inked(part3) : part3,
    stroke: (part3) => isFields(part3) ? inked(part3) : part3,
    // Dials of a layer are parts; those of a nest are channels.
    dials: (part3) => value.kind === "nest" ? channels(part3) : listed(part3, withChannels)
  }).filter(([field]) => field in value).map(([field, fill2]) => [field, fill2(value[field])]);
  return { pose: null, mirrorAt: null, turnBy: 0, joint: null, ...own2, ...withChannels(value), ...Object.fromEntries(filled) };
}
function composition2(value) {
  return { settled: EMPTY, staggers: EMPTY, contacts: EMPTY, tries: EMPTY, ...value, ..."layers" in value ? { layers: listed(value.layers, layer2) } : {} };
}
var FILLS = [
  { at: ["channels", "*"], fill: channel },
  { at: ["fill", "stops", "by", "*"], fill: withChannels },
  { at: ["timing", "by", "*"], fill: operator2 },
  { at: ["masks", "by", "*"], fill: named2 },
  { at: ["effects", "by", "*"], fill: named2 },
  { at: ["dials", "by", "*"], fill: withChannels },
  { at: ["dials", "*"], fill: channel },
  { at: ["layers", "by", "*", "fill"], fill: inked },
  { at: ["layers", "by", "*", "stroke"], fill: inked },
  { at: ["layers", "by", "*"], fill: layer2 },
  { at: ["compositions", "by", "*"], fill: composition2 }
];
function fits2(at2, path2) {
  let end = path2.slice(-at2.length);
  return end.length === at2.length && at2.every((step2, i) => step2 === "*" ? end[i] !== "by" && end[i] !== "order" : step2 === end[i]);
}
function isFields(value) {
  return value !== null && typeof value == "object" && !Array.isArray(value);
}
function each(value, fill2) {
  return isFields(value) ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, isFields(one) ? fill2(one) : one])) : value;
}
function listed(value, fill2) {
  return isFields(value) && "by" in value ? { ...value, by: each(value.by, fill2) } : value;
}

// src/core/model/upgrades/index.ts
var UPGRADES = [from1to2];
function upgradeFile(version3, raw, upgrades = UPGRADES) {
  let file = raw;
  for (; file.version !== version3; ) {
    let step2 = upgrades.find(({ from }) => from === file.version);
    if (!step2) return null;
    file = { ...step2.file(file), version: step2.from + 1 };
  }
  return file;
}

// src/core/model/read.ts
function readProjectFile(raw) {
  if (raw === null || typeof raw != "object" || raw.format !== FORMAT) return refuse({ kind: "not-a-project" });
  let { version: version3 } = raw;
  if (typeof version3 == "number" && version3 > 2) return refuse({ kind: "newer", version: version3, reads: 2 });
  let current = upgradeFile(2, raw) ?? raw, parsed = projectFile.safeParse(current);
  if (!parsed.success) return { ok: !1, issues: issuesFromZod(parsed.error, current) };
  let issues = [], file = giveIds(parsed.data, current, issues);
  return issues.length ? { ok: !1, issues } : { ok: !0, value: settle2(file) };
}
function settle2(file) {
  let compositions2 = file.compositions.map((composition3) => ({
    ...composition3,
    range: composition3.range ?? [0, composition3.duration],
    rigid: settleRigid(composition3.rigid, composition3.duration),
    layers: composition3.layers.map((layer3) => ({ ...layer3, spans: spansOf(layer3, composition3.duration) }))
  })), main = file.main ?? compositions2[0]?.id ?? "";
  return toMemory({ ...file, main, compositions: compositions2 });
}
function spansOf(layer3, duration2) {
  return layer3.spans ? [...layer3.spans].sort((a, b) => a[0] - b[0]) : [[0, duration2]];
}
function refuse(issue2) {
  return { ok: !1, issues: [issue2] };
}

// src/core/model/new-layer.ts
function channelAt(value) {
  return { value, keys: {}, before: "hold", after: "hold", repeats: null, formula: null, formulaOff: !1, limits: null, closed: !1 };
}
var EMPTY2 = { order: [], by: {} };
function base3(id3, name2, spans2) {
  return {
    id: id3,
    name: name2,
    start: 0,
    spans: spans2,
    timing: EMPTY2,
    markers: {},
    masks: EMPTY2,
    effects: EMPTY2,
    sampling: "exact",
    visible: !0,
    locked: !1,
    solo: !1,
    guide: !1,
    parent: null,
    partner: null,
    turnAlong: !1,
    blend: "normal",
    clipTo: null,
    clipSide: "inside",
    colour: null,
    note: "",
    pose: null,
    mirrorAt: null,
    turnBy: 0,
    joint: null,
    channels: {}
  };
}
function channelsAt(values) {
  return Object.fromEntries(Object.entries(values).map(([name2, value]) => [name2, channelAt(value)]));
}
function newNull(id3, name2, spans2, values) {
  return { ...base3(id3, name2, spans2), kind: "null", channels: channelsAt(values) };
}
function newNest(id3, name2, spans2, source, values = {}) {
  return { ...base3(id3, name2, spans2), kind: "nest", source, clipFrame: !0, take: null, dials: {}, travel: null, channels: channelsAt(values) };
}
function newComposition(id3, name2, settings) {
  let { width: width2, height, rate: rate3, duration: duration2, background = null } = settings;
  return {
    id: id3,
    name: name2,
    width: width2,
    height,
    rate: rate3,
    duration: duration2,
    background,
    range: [0, duration2],
    loops: !1,
    note: "",
    colour: null,
    tempo: null,
    markers: {},
    rigid: [],
    takes: EMPTY2,
    version: null,
    settled: EMPTY2,
    staggers: EMPTY2,
    contacts: EMPTY2,
    tries: EMPTY2,
    layers: EMPTY2
  };
}
function newProject(name2, main) {
  return { format: FORMAT, version: 2, name: name2, main: main.id, assets: EMPTY2, compositions: { order: [main.id], by: { [main.id]: main } }, presets: EMPTY2, newKeys: "straight", still: null };
}

// src/core/scene/looks.ts
function lookOfLayer(layer3) {
  let look = layers.get(layer3);
  return look === void 0 && layers.set(layer3, look = intern(seenOfLayer(layer3))), look;
}
function lookOfComposition(composition3) {
  let look = compositions.get(composition3);
  if (look === void 0) {
    let { width: width2, height, rate: rate3, duration: duration2, background, takes } = composition3;
    compositions.set(composition3, look = intern([width2, height, rate3.join("/"), duration2, background, numberOf(takes), ...inOrder(composition3.layers).map(lookOfLayer)].join(" ")));
  }
  return look;
}
function lookOfAsset(asset2) {
  let { hash, type } = asset2;
  return intern(`${type} ${hash} ${"width" in asset2 ? `${asset2.width}x${asset2.height}` : ""} ${"frames" in asset2 ? asset2.frames : ""} ${"rate" in asset2 ? asset2.rate.join("/") : ""}`);
}
var UNSEEN2 = /* @__PURE__ */ new Set(["name", "note", "locked", "colour", "partner", "pose", "mirrorAt", "joint", "travel", "markers", "muted", "fadeIn", "fadeOut", "hits", "seed"]), PARTS = /* @__PURE__ */ new Set(["masks", "effects", "dials"]);
function seenOfLayer(layer3) {
  let parts = [];
  for (let [field, value] of Object.entries(layer3))
    UNSEEN2.has(field) && !(field === "seed" && layer3.kind === "copies") || (field === "channels" ? parts.push(...Object.entries(value).map(([name2, channel2]) => `${name2}:${numberOf(channel2)}`)) : field === "timing" ? parts.push(...inOrder(layer3.timing).map((node2) => numberOfNode(node2))) : PARTS.has(field) && value !== null && typeof value == "object" ? parts.push(`${field}:${numberOf(value)}`) : parts.push(`${field}:${value !== null && typeof value == "object" ? numberOf(value) : String(value)}`));
  return inOrder(layer3.timing).some((node2) => momentsIn(node2).length > 0) && parts.push(`marks:${inTime(layer3.markers).map(({ id: id3, at: at2, length }) => `${id3}@${at2}+${length}`).join(",")}`), parts.push(`fires:${inTime(layer3.markers).filter((marker2) => marker2.fires).map((marker2) => marker2.at).join(",")}`), parts.join(" ");
}
function numberOfNode(node2) {
  let number5 = nodes.get(node2);
  if (number5 === void 0) {
    let { name: _, ...seen } = node2;
    nodes.set(node2, number5 = intern(JSON.stringify(seen)));
  }
  return `op:${number5}`;
}
var layers = /* @__PURE__ */ new WeakMap(), compositions = /* @__PURE__ */ new WeakMap(), nodes = /* @__PURE__ */ new WeakMap(), objects = /* @__PURE__ */ new WeakMap(), interned = /* @__PURE__ */ new Map(), MOST_LETTERS = 8e6, letters2 = 0, next = 1;
function numberOf(thing) {
  let number5 = objects.get(thing);
  return number5 === void 0 && objects.set(thing, number5 = next++), number5;
}
function intern(text2) {
  let number5 = interned.get(text2);
  return number5 === void 0 && (letters2 + text2.length > MOST_LETTERS && (interned.clear(), letters2 = 0), letters2 += text2.length, interned.set(text2, number5 = next++)), number5;
}

// src/core/scene/ring-finder.ts
function findRings2(things, next2) {
  let rings = /* @__PURE__ */ new Map(), index = /* @__PURE__ */ new Map(), low = /* @__PURE__ */ new Map(), path2 = [], onPath = /* @__PURE__ */ new Set();
  for (let root of things) {
    if (index.has(root)) continue;
    let walk2 = [], enter = (thing) => {
      index.set(thing, index.size), low.set(thing, index.get(thing)), path2.push(thing), onPath.add(thing), walk2.push({ thing, next: next2(thing), at: 0 });
    };
    enter(root);
    for (let step2 = walk2.at(-1); step2; step2 = walk2.at(-1)) {
      if (step2.at < step2.next.length) {
        let to = step2.next[step2.at++];
        index.has(to) ? onPath.has(to) && low.set(step2.thing, Math.min(low.get(step2.thing), index.get(to))) : enter(to);
        continue;
      }
      walk2.pop();
      let outer2 = walk2.at(-1);
      if (outer2 && low.set(outer2.thing, Math.min(low.get(outer2.thing), low.get(step2.thing))), low.get(step2.thing) !== index.get(step2.thing)) continue;
      let members2 = path2.splice(path2.indexOf(step2.thing));
      for (let member2 of members2) onPath.delete(member2);
      if (members2.length === 1 && !step2.next.includes(step2.thing)) continue;
      let ring = new Set(members2);
      for (let member2 of members2) rings.set(member2, ring);
    }
  }
  return rings;
}

// src/core/scene/source.ts
function compositionOf(project, id3) {
  return member(project.compositions.by, id3) ?? null;
}
function assetOf(project, id3) {
  return member(project.assets.by, id3) ?? null;
}
function sourceOf(project, host, layer3) {
  switch (layer3.kind) {
    case "nest": {
      let source = compositionOf(project, layer3.source);
      if (!source) return null;
      let take2 = layer3.take === null ? null : inOrder(source.takes).find((one) => one.id === layer3.take);
      return take2 ? { rate: source.rate, D: take2.to - take2.from, rigid: rigidSpans(source).map((span2) => clipSpan(span2, [take2.from, take2.to])).filter((span2) => span2 !== null).map(([from, to]) => [from - take2.from, to - take2.from]), offset: take2.from } : { rate: source.rate, D: source.duration, rigid: rigidSpans(source), offset: 0 };
    }
    case "footage": {
      let asset2 = assetOf(project, layer3.source);
      return asset2?.type === "footage" ? { rate: asset2.rate, D: asset2.frames, rigid: [], offset: 0 } : null;
    }
    case "audio": {
      let asset2 = assetOf(project, layer3.source), length = asset2?.type === "audio" ? asset2.samples / asset2.sampleRate * (host.rate[0] / host.rate[1]) : 0;
      return length > 0 ? { rate: host.rate, D: length, rigid: [], offset: 0 } : null;
    }
    default:
      return null;
  }
}

// src/core/scene/rings.ts
var NONE2 = /* @__PURE__ */ new Set(), found2 = /* @__PURE__ */ new WeakMap();
function ringOf(project, id3) {
  let rings = found2.get(project.compositions);
  return rings || found2.set(project.compositions, rings = findRings2(project.compositions.order, (one) => sourcesOf(compositionOf(project, one)).filter((source) => compositionOf(project, source)))), rings.get(id3) ?? NONE2;
}
function ringSuffix(project, id3, above) {
  let ring = ringOf(project, id3);
  return ring.size === 0 ? "" : ` in ${[...above].filter((one) => ring.has(one)).sort().join(" ")}`;
}
var shown = /* @__PURE__ */ new WeakMap();
function sourcesOf(composition3) {
  let list3 = shown.get(composition3);
  return list3 || shown.set(composition3, list3 = [...new Set(inOrder(composition3.layers).flatMap((layer3) => "source" in layer3 ? [layer3.source] : []))]), list3;
}

// src/core/scene/deep-identity.ts
function deepIdentity(project, id3) {
  let known = numbers.get(project);
  return known || numbers.set(project, known = /* @__PURE__ */ new Map()), identify(project, id3, known);
}
function timingGrounds(project, composition3) {
  return groundsOf(composition3).flatMap(({ source, markers, rigid: rigid2 }) => {
    let shown2 = compositionOf(project, source);
    return shown2 ? [...markers.map((id3) => `${shown2.markers[id3]?.at}+${shown2.markers[id3]?.length}`), ...rigid2 ? [JSON.stringify(rigidSpans(shown2))] : []] : [];
  }).join(" ");
}
var grounds = /* @__PURE__ */ new WeakMap();
function groundsOf({ layers: layers2 }) {
  let known = grounds.get(layers2);
  return known || grounds.set(layers2, known = inOrder(layers2).flatMap((layer3) => {
    if (layer3.kind !== "nest" || layer3.timing.order.length === 0) return [];
    let on = inOrder(layer3.timing).filter((node2) => !node2.off), markers = on.flatMap((node2) => momentsIn(node2).map(({ marker: marker2 }) => marker2)), rigid2 = on.some((node2) => node2.op === "elastic");
    return markers.length > 0 || rigid2 ? [{ source: layer3.source, markers, rigid: rigid2 }] : [];
  })), known;
}
var numbers = /* @__PURE__ */ new WeakMap();
function identify(project, id3, known) {
  let found3 = known.get(id3);
  if (found3 !== void 0) return found3;
  if (!compositionOf(project, id3)) return 0;
  let ring = ringOf(project, id3), parts = (ring.size === 0 ? [id3] : [id3, ...[...ring].filter((one) => one !== id3).sort()]).flatMap((member2) => {
    let one = compositionOf(project, member2);
    return [lookOfComposition(one), timingGrounds(project, one), ...sourcesOf(one).filter((source) => !ring.has(source)).map((source) => {
      let asset2 = assetOf(project, source);
      return asset2 ? lookOfAsset(asset2) : identify(project, source, known);
    })];
  }).join(","), number5 = intern(parts);
  return known.set(id3, number5), number5;
}

// src/core/scene/layer-timing.ts
var remembered = /* @__PURE__ */ new WeakMap();
function timingOf(project, host, layer3) {
  let behind = "source" in layer3 ? project.compositions.by[layer3.source] ?? project.assets.by[layer3.source] : null, known = remembered.get(layer3);
  if (known && known.host.rate === host.rate && known.behind === behind) return known.timing;
  let source = sourceOf(project, host, layer3), timing = { stack: prepareStack(inOrder(layer3.timing), {
    host: host.rate,
    source,
    start: layer3.start,
    markers: inTime(layer3.markers).filter((marker2) => marker2.fires).map((marker2) => marker2.at),
    momentAt: (moment2, of) => {
      let at2 = of === "layer" ? momentAt(layer3.markers, moment2) : momentAt(shownBy(project, layer3)?.markers ?? {}, moment2);
      return at2 === null ? null : at2 - (of === "layer" ? layer3.start : source?.offset ?? 0);
    }
  }), source, lost: hasContentTime(layer3.kind) && source === null };
  return remembered.set(layer3, { host, behind, timing }), timing;
}
function shownBy(project, layer3) {
  return layer3.kind === "nest" ? member(project.compositions.by, layer3.source) ?? null : null;
}
function sourceTimeAt(project, host, layer3, frame2, anywhere = !1, trace) {
  if (!anywhere && !inSpans(layer3.spans, frame2)) return null;
  let { stack, source, lost } = timingOf(project, host, layer3);
  if (lost) return null;
  if (!source) return stack.keys.at(frame2);
  let at2 = stack.entry.at(frame2);
  trace?.({ kind: "start", id: "", title: `${layer3.name} starts at ${layer3.start}`, at: at2 });
  for (let step2 of stack.steps)
    at2 = step2.map.at(at2), trace?.({ kind: "operator", id: step2.id, title: step2.title, at: at2 });
  return at2 >= -1e-6 && at2 < source.D ? (at2 = Math.max(0, at2), layer3.sampling === "whole" && (at2 = Math.min(source.D - 1, Math.floor(at2 + 1e-6)), trace?.({ kind: "held", id: "", title: "Whole frames", at: at2 })), at2) : null;
}
function keyTimeAt(project, host, layer3, frame2) {
  return layer3.timing.order.length === 0 ? dust(frame2 - layer3.start) : timingOf(project, host, layer3).stack.keys.at(frame2);
}

// src/core/scene/tracks.ts
var listed2 = /* @__PURE__ */ new WeakMap();
function remembered2(project, layer3) {
  let source = layer3.kind === "nest" ? member(project.compositions.by, layer3.source) ?? null : null, known = listed2.get(layer3);
  if (!known || known.source !== source) {
    let all = list2(layer3, source);
    listed2.set(layer3, known = { source, all, byAddress: new Map([...all].reverse().map((one) => [one.address, one])) });
  }
  return known;
}
function tracksOf(project, layer3) {
  return remembered2(project, layer3).all;
}
function trackAt(project, layer3, address) {
  let { all, byAddress } = remembered2(project, layer3);
  return byAddress.get(address) ?? all.find((one) => one.spec.label.toLowerCase() === address.toLowerCase()) ?? null;
}
var keyed2 = /* @__PURE__ */ new WeakMap();
function keyedTracks(project, layer3) {
  let all = tracksOf(project, layer3), known = keyed2.get(all);
  return known || keyed2.set(all, known = all.filter(({ channel: channel2 }) => channel2 !== null && hasKeys(channel2))), known;
}
function ownTracks(layer3) {
  let known = owned.get(layer3);
  return known || owned.set(layer3, known = listOwn(layer3)), known;
}
var owned = /* @__PURE__ */ new WeakMap();
function hasKeys(channel2) {
  return inTime(channel2.keys).length > 0;
}
function keyCount(channel2) {
  return inTime(channel2.keys).length;
}
function list2(layer3, source) {
  return [...ownTracks(layer3), ...layer3.kind === "nest" ? publicDials(layer3, source) : [], ...inOrder(layer3.timing).flatMap((node2) => ownKeysOf(node2))];
}
function listOwn(layer3) {
  let own2 = { ...isDrawn(layer3.kind) ? POSE : {}, ...KINDS[layer3.kind] };
  return [
    ...part2(own2, layer3.channels, [], ""),
    ...layer3.kind === "shape" || layer3.kind === "text" ? inkTracks(layer3) : [],
    ...layer3.kind === "text" && layer3.letters ? part2(LETTERS, layer3.letters.channels, ["letters"], "letters.") : [],
    ...inOrder(layer3.masks).flatMap((mask2) => part2(MASK, mask2.channels, ["masks", "by", mask2.id], `${mask2.id}.`)),
    ...inOrder(layer3.effects).flatMap((effect2) => part2(effectOf(effect2.kind).channels, effect2.channels, ["effects", "by", effect2.id], `${effect2.id}.`)),
    ...layer3.kind === "dials" ? inOrder(layer3.dials).flatMap((dial2) => part2({ value: dialSpec(dial2) }, dial2.channels, ["dials", "by", dial2.id], `${dial2.id}.`)) : []
  ];
}
function inkTracks(layer3) {
  return [
    ...part2(FILL, layer3.fill.channels, ["fill"], "fill."),
    ...inOrder(layer3.fill.stops).flatMap((stop) => part2(STOP, stop.channels, ["fill", "stops", "by", stop.id], `${stop.id}.`)),
    ...part2(STROKE, layer3.stroke.channels, ["stroke"], "stroke.")
  ];
}
function part2(specs, channels2, path2, prefix) {
  return Object.entries(specs).map(([name2, spec]) => ({
    address: `${prefix}${name2}`,
    path: [...path2, "channels", name2],
    spec: withClock(spec, "layer"),
    operator: null,
    channel: member(channels2, name2) ?? null
  }));
}
var clocked = /* @__PURE__ */ new WeakMap();
function withClock(spec, clock) {
  let known = clocked.get(spec);
  return known || clocked.set(spec, known = { ...spec, clock }), known;
}
var DIALS = {
  number: { type: "N", start: 0 },
  angle: { type: "N", start: 0 },
  point: { type: "P", start: [0, 0] },
  colour: { type: "C", start: [1, 1, 1, 1] },
  switch: { type: "B", start: !1 },
  choice: { type: "E", start: "" },
  text: { type: "T", start: "" }
};
function dialSpec({ type, name: name2, unit, range, choices }) {
  let start = type === "choice" ? choices[0] ?? "" : DIALS[type].start;
  return { type: DIALS[type].type, label: name2, unit: type === "angle" ? "\xB0" : unit, start, ...range ? { range } : {} };
}
function publicDials(nest, source) {
  let given = nest.dials, offered = (source ? inOrder(source.layers) : []).flatMap((layer3) => layer3.kind === "dials" ? inOrder(layer3.dials).filter((dial2) => dial2.public).map((dial2) => [`${layer3.id}/${dial2.id}`, dial2]) : []), known = new Set(offered.map(([address]) => address));
  return [
    ...offered.map(([address, dial2]) => {
      let spec = dialSpec(dial2), inner = member(dial2.channels, "value");
      return { address, path: ["dials", address], spec: { ...spec, start: inner?.value ?? spec.start, clock: "source" }, channel: member(given, address) ?? null, operator: null };
    }),
    ...Object.entries(given).filter(([address]) => !known.has(address)).map(([address, channel2]) => ({ address, path: ["dials", address], spec: { ...lostDial(channel2.value), label: address, unit: "", clock: "source" }, channel: channel2, operator: null }))
  ];
}
function lostDial(value) {
  return typeof value == "number" ? { type: "N", start: 0 } : typeof value == "boolean" ? { type: "B", start: !1 } : Array.isArray(value) ? value.length === 2 ? { type: "P", start: [0, 0] } : { type: "C", start: [1, 1, 1, 1] } : { type: "T", start: "" };
}
function ownKeysOf(node2) {
  let definition = operatorOf(node2.op);
  return Object.entries(definition?.fields ?? {}).flatMap(([name2, field]) => {
    if (field.holds !== "keys") return [];
    let own2 = node2[name2];
    return [{ address: `${node2.id}.${name2}`, path: ["timing", "by", node2.id], spec: { type: "N", label: `${field.label} of ${definition.title}`, unit: "frames", start: 0, clock: "operator" }, channel: channelOf(own2), operator: node2.id }];
  });
}
var asChannels = /* @__PURE__ */ new WeakMap();
function channelOf(own2) {
  let known = asChannels.get(own2);
  if (!known) {
    let keys2 = Object.fromEntries(Object.values(own2).map((key) => [key.id, { ...key, value: isMoment(key.to) ? key.to.was : key.to }]));
    asChannels.set(own2, known = { value: 0, keys: keys2, before: "hold", after: "hold", repeats: null, formula: null, formulaOff: !1, limits: null, closed: !1 });
  }
  return known;
}

// src/core/scene/prepared-channel.ts
var prepared = /* @__PURE__ */ new WeakMap();
function channelSampler(channel2, type) {
  let sampler = prepared.get(channel2);
  return sampler || prepared.set(channel2, sampler = prepare(channel2, type)), sampler;
}
function sampleChannel(channel2, spec, x) {
  return channel2 ? channelSampler(channel2, spec.type)(x) : spec.start;
}
function canChange(channel2) {
  return !!channel2 && hasKeys(channel2);
}
function warped(channel2, type, at2) {
  let sample = channelSampler(channel2, type), bent4 = { ...channel2 };
  return prepared.set(bent4, (x) => sample(at2(x))), sampledFrom.set(bent4, null), bent4;
}
var sampledFrom = /* @__PURE__ */ new WeakMap();
function scalarCurve(channel2) {
  let keys2 = sampledFrom.has(channel2) ? sampledFrom.get(channel2) : inTime(channel2.keys);
  return keys2 && curveOf(channel2, keys2);
}
function curveOf({ before, after, repeats: repeats3, closed, value }, keys2) {
  return { before, after, repeats: repeats3, closed, value, keys: keys2 };
}
function prepare(channel2, type, keys2 = inTime(channel2.keys)) {
  let { before, after, repeats: repeats3, closed, value } = channel2, rules2 = { before, after, repeats: repeats3, closed };
  switch (type) {
    case "N":
      return prepareScalar(curveOf(channel2, keys2));
    case "P":
    case "C":
      return prepareVector({ ...rules2, value, keys: keys2 });
    case "S":
      return preparePathChannel(channel2, keys2);
    case "T":
    case "B":
    case "E":
      return prepareHeld({ ...rules2, value, keys: keys2 });
  }
}
function preparePathChannel(channel2, keys2) {
  let { before, after, repeats: repeats3 } = channel2, rules2 = { before, after, repeats: repeats3 };
  if (keys2.length === 0) return () => channel2.value;
  let numbers4 = (value) => value.points.flat(), flat = keys2.map(({ id: id3, at: at2, value, ease: ease2, curve, arrives }) => ({ id: id3, at: at2, value: numbers4(value), ease: ease2, curve, arrives: arrives ? numbers4(arrives) : null })), points = prepareVector({ ...rules2, value: [], keys: flat }), closed = prepareHeld({ ...rules2, value: !1, keys: keys2.map(({ id: id3, at: at2, value }) => ({ id: id3, at: at2, value: value.closed })) });
  return (x) => {
    let row = points(x);
    return { closed: closed(x), points: Array.from({ length: row.length / 6 }, (_, i) => row.slice(i * 6, i * 6 + 6)) };
  };
}

// src/core/scene/sampled-layer.ts
var remembered3 = /* @__PURE__ */ new WeakMap();
function isNarrowed({ timing }) {
  return timing.order.length > 0 && inOrder(timing).some((node2) => !node2.off && (node2.tracks ?? null) !== null);
}
function asSampled(project, host, layer3) {
  if (!isNarrowed(layer3)) return layer3;
  let { stack, source } = timingOf(project, host, layer3), known = remembered3.get(stack);
  if (known?.layer === layer3) return known.sampled;
  let by = Object.fromEntries(inOrder(layer3.timing).map((node2) => [node2.id, node2.on === "keys" || !source ? { ...node2, off: !0 } : { ...node2, on: "content", tracks: null }])), sampled2 = { ...layer3, timing: { ...layer3.timing, by } };
  for (let { address, path: path2, channel: channel2, spec } of ownTracks(layer3)) {
    if (!channel2 || !canChange(channel2)) continue;
    let { at: at2 } = stack.keysOf(address);
    sampled2 = withAt(sampled2, path2, warped(channel2, spec.type, (x) => at2(x + layer3.start)));
  }
  return remembered3.set(stack, { layer: layer3, sampled: sampled2 }), sampled2;
}
function withAt(value, [name2, ...rest2], to) {
  return name2 === void 0 ? to : { ...value, [name2]: withAt(value[name2], rest2, to) };
}

// src/core/display/matrix.ts
var IDENTITY = [1, 0, 0, 1, 0, 0];
function multiply(outer2, inner) {
  let [a, b, c, d, e, f] = outer2, [g, h, i, j, k, l] = inner;
  return [a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j, a * k + c * l + e, b * k + d * l + f];
}
function invert([a, b, c, d, e, f]) {
  let det = a * d - b * c;
  return Math.abs(det) < 1e-12 ? null : [d / det, -b / det, -c / det, a / det, (c * f - d * e) / det, (b * e - a * f) / det];
}
function transform2([a, b, c, d, e, f], x, y) {
  return [a * x + c * y + e, b * x + d * y + f];
}

// src/core/display/outline.ts
var COORDINATES = [2, 2, 6, 0];
function boundsOf(outline2) {
  let [left2, top, right, bottom] = [1 / 0, 1 / 0, -1 / 0, -1 / 0];
  for (let i = 0; i < outline2.length; ) {
    let coordinates = COORDINATES[outline2[i]];
    for (let c = i + 1; c <= i + coordinates; c += 2) {
      let [x, y] = [outline2[c], outline2[c + 1]];
      left2 = Math.min(left2, x), right = Math.max(right, x), top = Math.min(top, y), bottom = Math.max(bottom, y);
    }
    i += 1 + coordinates;
  }
  return left2 <= right ? [left2, top, right, bottom] : null;
}

// src/core/display/item-bounds.ts
var outlines = /* @__PURE__ */ new WeakMap(), lists = /* @__PURE__ */ new WeakMap();
function boundsOfItems(items) {
  let known = lists.get(items);
  return known || lists.set(items, known = { bounds: items.reduce((box, item) => item.kind === "wash" ? box && grown(box, reachThrough(item.matrix, item.effects)) : joined2(box, boundsOfItem(item)), null) }), known.bounds;
}
function boundsOfGroup({ items, frame: frame2, effects }) {
  let inner = boundsOfItems(items), cut4 = inner && frame2 ? overlap(inner, [0, 0, ...frame2]) : inner;
  return cut4 && effects.length > 0 ? grown(cut4, reachOf(effects)) : cut4;
}
function reachOf(effects) {
  return effects.reduce((sum2, { reach: reach2 }) => [sum2[0] + reach2[0], sum2[1] + reach2[1], sum2[2] + reach2[2], sum2[3] + reach2[3]], NOTHING);
}
var NOTHING = [0, 0, 0, 0];
function grown([left2, top, right, bottom], [l, u, r, d]) {
  return [left2 - l, top - u, right + r, bottom + d];
}
function reachThrough([a, b, c, d], effects) {
  let most = Math.max(...reachOf(effects)) * Math.max(Math.hypot(a, b), Math.hypot(c, d));
  return [most, most, most, most];
}
function staysInside(items, [width2, height]) {
  let box = boundsOfItems(items);
  return box === null || box[0] >= -HAIR && box[1] >= -HAIR && box[2] <= width2 + HAIR && box[3] <= height + HAIR;
}
var HAIR = 1e-6;
function boundsOfItem(item) {
  switch (item.kind) {
    case "path": {
      let known = outlines.get(item.outline);
      if (known || outlines.set(item.outline, known = { bounds: boundsOf(item.outline) }), !known.bounds || !item.stroke) return known.bounds;
      let { width: width2, join, miter } = item.stroke, reach2 = width2 / 2 * (join === "miter" ? Math.max(miter, 1.5) : 1.5), [left2, top, right, bottom] = known.bounds;
      return [left2 - reach2, top - reach2, right + reach2, bottom + reach2];
    }
    case "image":
      return [0, 0, item.width, item.height];
    case "group": {
      let own2 = boundsOfGroup(item);
      return own2 && transformed(item.matrix, own2);
    }
  }
}
function transformed(matrix, [left2, top, right, bottom]) {
  let corners = [transform2(matrix, left2, top), transform2(matrix, right, top), transform2(matrix, right, bottom), transform2(matrix, left2, bottom)], [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
function joined2(a, b) {
  return !a || !b ? a ?? b : [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3])];
}
function overlap(a, b) {
  let box = [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.min(a[3], b[3])];
  return box[2] > box[0] && box[3] > box[1] ? box : null;
}

// src/core/display/plain-group.ts
function plainGroup(items, more = {}) {
  return { kind: "group", matrix: IDENTITY, opacity: 1, blend: "normal", frame: null, isolated: !1, picture: null, mask: null, effects: [], clip: null, ...more, items };
}

// src/core/lettering/set-text.ts
function setText(face, setting) {
  let outline2 = [], missing = /* @__PURE__ */ new Set();
  return breakLines(face, setting).forEach((line2, i) => {
    let width2 = measure(face, line2, setting), x = setting.align === "start" ? 0 : setting.align === "middle" ? -width2 / 2 : -width2;
    drawLine(face, line2, x, i * setting.size * setting.leading / 100, setting, outline2, missing);
  }), { outline: outline2, bounds: boundsOf(outline2), missing: [...missing] };
}
function breakLines(face, setting) {
  let lines = setting.text.split(/\r\n|\r|\n/);
  return setting.boxWidth > 0 ? lines.flatMap((line2) => {
    let broken = [], current = "";
    for (let word of line2.split(" ")) {
      let longer = current === "" ? word : `${current} ${word}`;
      current !== "" && measure(face, longer, setting) > setting.boxWidth ? (broken.push(current), current = word) : current = longer;
    }
    return [...broken, current];
  }) : lines;
}
function measure(face, line2, setting) {
  let width2 = 0;
  return walk(face, line2, setting, (_, __, advance) => width2 += advance), line2 === "" ? 0 : width2 - setting.tracking / 1e3 * setting.size;
}
function walk(face, line2, { size: size2, tracking }, each2) {
  let characters = [...line2];
  characters.forEach((character, i) => {
    let glyph = face.glyph(character), next2 = characters[i + 1], kern = next2 === void 0 ? 0 : face.kern(character, next2);
    each2(glyph?.outline ?? null, character, ((glyph?.advance ?? 0.6) + kern + tracking / 1e3) * size2);
  });
}
var BOX = [0, 0.06, 0, 1, 0.54, 0, 1, 0.54, -0.7, 1, 0.06, -0.7, 3, 0, 0.11, -0.05, 1, 0.11, -0.65, 1, 0.49, -0.65, 1, 0.49, -0.05, 3];
function drawLine(face, line2, left2, baseline, setting, into, missing) {
  let x = left2;
  walk(face, line2, setting, (outline2, character, advance) => {
    outline2 || missing.add(character), place(outline2 ?? BOX, x, baseline, setting.size, into), x += advance;
  });
}
function place(outline2, x, y, size2, into) {
  for (let i = 0; i < outline2.length; ) {
    let count2 = COORDINATES[outline2[i]];
    into.push(outline2[i]);
    for (let c = 1; c <= count2; c += 2) into.push(x + outline2[i + c] * size2, y + outline2[i + c + 1] * size2);
    i += 1 + count2;
  }
}

// src/core/scene/shape-outline.ts
var QUARTER = 0.5522847498;
function rectangle(width2, height, corner) {
  let [w, h] = [width2 / 2, height / 2], r = Math.max(0, Math.min(corner, Math.abs(w), Math.abs(h)));
  if (r === 0) return [0, -w, -h, 1, w, -h, 1, w, h, 1, -w, h, 3];
  let k = r * (1 - QUARTER);
  return [
    0,
    -w + r,
    -h,
    1,
    w - r,
    -h,
    2,
    w - k,
    -h,
    w,
    -h + k,
    w,
    -h + r,
    1,
    w,
    h - r,
    2,
    w,
    h - k,
    w - k,
    h,
    w - r,
    h,
    1,
    -w + r,
    h,
    2,
    -w + k,
    h,
    -w,
    h - k,
    -w,
    h - r,
    1,
    -w,
    -h + r,
    2,
    -w,
    -h + k,
    -w + k,
    -h,
    -w + r,
    -h,
    3
  ];
}
function ellipse(width2, height) {
  let [w, h] = [width2 / 2, height / 2], [kw, kh] = [w * QUARTER, h * QUARTER];
  return [
    0,
    0,
    -h,
    2,
    kw,
    -h,
    w,
    -kh,
    w,
    0,
    2,
    w,
    kh,
    kw,
    h,
    0,
    h,
    2,
    -kw,
    h,
    -w,
    kh,
    -w,
    0,
    2,
    -w,
    -kh,
    -kw,
    -h,
    0,
    -h,
    3
  ];
}
function polygon(width2, height, sides, inner) {
  let corners = Math.round(sides) * (inner === null ? 1 : 2), outline2 = [];
  for (let i = 0; i < corners; i++) {
    let angle = i / corners * 2 * Math.PI - Math.PI / 2, reach2 = inner !== null && i % 2 === 1 ? inner : 1;
    outline2.push(i === 0 ? 0 : 1, Math.cos(angle) * width2 * reach2 / 2, Math.sin(angle) * height * reach2 / 2);
  }
  return [...outline2, 3];
}
function drawnPath({ points, closed }) {
  let first = points[0];
  if (!first) return [];
  let outline2 = [0, first[0], first[1]], leg = (from, to) => {
    from[4] === 0 && from[5] === 0 && to[2] === 0 && to[3] === 0 ? outline2.push(1, to[0], to[1]) : outline2.push(2, from[0] + from[4], from[1] + from[5], to[0] + to[2], to[1] + to[3], to[0], to[1]);
  };
  for (let i = 1; i < points.length; i++) leg(points[i - 1], points[i]);
  return closed && (leg(points[points.length - 1], first), outline2.push(3)), outline2;
}

// src/core/scene/finish.ts
var UNTOUCHED = { mask: null, effects: [] };
function prepareFinish(layer3) {
  let masks = inOrder(layer3.masks).filter((mask2) => !mask2.off && mask2.painted === void 0), effects = inOrder(layer3.effects).filter((effect2) => !effect2.off);
  if (masks.length === 0 && effects.length === 0) return null;
  let parts = masks.map((mask2) => ({ mask: mask2, read: prepareValues(mask2.channels, MASK) })), chain2 = effects.map((effect2) => ({ definition: effectOf(effect2.kind), read: prepareValues(effect2.channels, effectOf(effect2.kind).channels) })), at2 = (x) => ({
    mask: parts.length === 0 ? null : parts.map(({ mask: { mode, invert: invert2 }, read }) => {
      let { outline: outline2, feather, spread, opacity } = read(x);
      return { outline: drawnPath(outline2), mode, invert: invert2, soft: Math.max(0, feather) / 2, spread, opacity: Math.min(1, Math.max(0, opacity / 100)) };
    }),
    effects: chain2.map(({ definition, read }) => {
      let values = read(x);
      return { passes: definition.passes(values), reach: definition.grows(values) };
    })
  });
  if ([...masks, ...effects].some(({ channels: channels2 }) => Object.values(channels2).some((channel2) => canChange(channel2)))) return at2;
  let still = null;
  return () => still ??= at2(0);
}
function prepareValues(channels2, specs) {
  let readers = Object.entries(specs).map(([name2, { type, start }]) => {
    let channel2 = channels2[name2];
    return [name2, channel2 ? channelSampler(channel2, type) : () => start];
  });
  return (x) => Object.fromEntries(readers.map(([name2, read]) => [name2, read(x)]));
}

// src/core/scene/trim-outline.ts
function trimOutline(outline2, from, to, shift) {
  let [low, high] = [Math.min(from, to) / 100, Math.max(from, to) / 100];
  if (high - low >= 1) return outline2;
  let start = ((low + shift / 100) % 1 + 1) % 1, end = start + high - low, legs = legsOf(outline2), total = legs.reduce((sum2, leg) => sum2 + leg.length, 0), into = [];
  return total === 0 || high === low || (cut2(legs, start * total, Math.min(1, end) * total, into), end > 1 && cut2(legs, 0, (end - 1) * total, into)), into;
}
function cut2(legs, from, to, into) {
  let passed = 0;
  for (let leg of legs) {
    let [a, b] = [Math.max(0, from - passed), Math.min(leg.length, to - passed)];
    b > a && leg.length > 0 && draw(leg, leg.parameterAt(a / leg.length), leg.parameterAt(b / leg.length), into), passed += leg.length;
  }
}
function draw({ from, controls, to }, a, b, into) {
  let part3 = controls ? between3([...from, ...controls, ...to], a, b) : [mix2(from[0], to[0], a), mix2(from[1], to[1], a), mix2(from[0], to[0], b), mix2(from[1], to[1], b)], [x, y] = [part3[0], part3[1]], [px, py] = [into[into.length - 2], into[into.length - 1]];
  (px === void 0 || Math.hypot(px - x, py - y) > 1e-6) && into.push(0, x, y), into.push(controls ? 2 : 1, ...part3.slice(2));
}
function between3(c, a, b) {
  let blossom = (k, r, s, t) => {
    let [p0, p1, p2, p3] = [c[k], c[k + 2], c[k + 4], c[k + 6]], first = [mix2(p0, p1, r), mix2(p1, p2, r), mix2(p2, p3, r)];
    return mix2(mix2(first[0], first[1], s), mix2(first[1], first[2], s), t);
  };
  return [[a, a, a], [a, a, b], [a, b, b], [b, b, b]].flatMap(([r, s, t]) => [blossom(0, r, s, t), blossom(1, r, s, t)]);
}
function mix2(a, b, u) {
  return a + (b - a) * u;
}
function legsOf(outline2) {
  let legs = [], [first, pen] = [[0, 0], [0, 0]], straight2 = (to) => legs.push({ from: pen, controls: null, to, length: Math.hypot(to[0] - pen[0], to[1] - pen[1]), parameterAt: (progress) => progress });
  for (let i = 0; i < outline2.length; i += 1 + COORDINATES[outline2[i]]) {
    let at2 = (k) => [outline2[i + k], outline2[i + k + 1]];
    switch (outline2[i]) {
      case 0:
        first = pen = at2(1);
        break;
      case 1:
        straight2(at2(1)), pen = at2(1);
        break;
      case 2: {
        let [c1, c2, to] = [at2(1), at2(3), at2(5)], { length, parameterAt: parameterAt2 } = preparePath(pen, [c1[0] - pen[0], c1[1] - pen[1]], [c2[0] - to[0], c2[1] - to[1]], to);
        legs.push({ from: pen, controls: [...c1, ...c2], to, length, parameterAt: parameterAt2 }), pen = to;
        break;
      }
      case 3:
        straight2(first), pen = first;
        break;
    }
  }
  return legs;
}

// src/core/scene/prepared-layer.ts
var remembered4 = /* @__PURE__ */ new WeakMap();
function prepareLayer(layer3) {
  let prepared2 = remembered4.get(layer3);
  return prepared2 || remembered4.set(layer3, prepared2 = prepare2(layer3)), prepared2;
}
function prepare2(layer3) {
  let channels2 = layer3.channels;
  return {
    matrix: prepareMatrix(channels2),
    opacity: prepareOpacity(channels2.opacity),
    finish: prepareFinish(layer3),
    last: null,
    content: layer3.kind === "shape" ? prepareShape(layer3) : layer3.kind === "text" ? prepareText(layer3) : () => NOTHING2
  };
}
var NOTHING2 = { items: [], bounds: null };
function numberOf2(channel2, spec) {
  return channel2 ? canChange(channel2) ? channelSampler(channel2, "N") : () => channel2.value : () => spec.start;
}
function prepareOpacity(channel2) {
  let kept = (value) => Math.min(1, Math.max(0, value / 100));
  if (!canChange(channel2)) {
    let still = kept(channel2?.value ?? POSE.opacity.start);
    return () => still;
  }
  let sample = channelSampler(channel2, "N");
  return (x) => kept(sample(x));
}
var SLOTS = ["x", "y", "scaleX", "scaleY", "rotation", "skew", "pivotX", "pivotY"], numbers2 = new Float64Array(SLOTS.length);
function prepareMatrix(channels2) {
  let resting = SLOTS.map((name2) => channels2[name2]?.value ?? POSE[name2].start), moving = SLOTS.flatMap((name2, slot) => canChange(channels2[name2]) ? [{ slot, channel: channels2[name2] }] : []), place2 = channels2.position ? channelSampler(channels2.position, "P") : null;
  if (moving.length === 0 && !canChange(channels2.position)) {
    let still = poseMatrix(Float64Array.from(resting), place2 ? place2(0) : null);
    return () => still;
  }
  let scalars = moving.map(({ slot, channel: channel2 }) => ({ slot, channel: channel2, curve: scalarCurve(channel2) })), [plain, others] = [scalars.filter(({ curve }) => curve && isPlain2(curve)), scalars.filter(({ curve }) => !curve || !isPlain2(curve)).map(({ slot, channel: channel2 }) => ({ slot, sample: channelSampler(channel2, "N") }))], slots = plain.map(({ slot }) => slot), { pack, base: base4 } = packPlain(resting, plain.map(({ curve }) => curve));
  return (t) => {
    for (let i = 0; i < SLOTS.length; i++) numbers2[i] = pack[base4 + i];
    samplePlain(pack, base4 + SLOTS.length, slots, t, numbers2);
    for (let i = 0; i < others.length; i++) numbers2[others[i].slot] = others[i].sample(t);
    return poseMatrix(numbers2, place2 ? place2(t) : null);
  };
}
function poseMatrix(numbers4, place2) {
  let sx = numbers4[2] / 100, sy = numbers4[3] / 100, turn = numbers4[4], skew = numbers4[5], px = numbers4[6], py = numbers4[7], radians = turn * Math.PI / 180, cos = turn === 0 ? 1 : Math.cos(radians), sin = turn === 0 ? 0 : Math.sin(radians), lean = skew === 0 ? 0 : Math.tan(skew * Math.PI / 180), a = cos * sx, b = sin * sx, c = (cos * lean - sin) * sy, d = (sin * lean + cos) * sy;
  return [a, b, c, d, (place2 ? place2[0] : numbers4[0]) - a * px - c * py, (place2 ? place2[1] : numbers4[1]) - b * px - d * py];
}
function prepareShape(layer3) {
  let outline2 = prepareOutline(layer3), { fill: fill2, stroke: stroke2, trim } = prepareInks(layer3);
  return onceWhereStill(layer3, (x) => {
    let { path: path2, bounds } = outline2(x);
    return { items: marks(path2, layer3.rule, fill2(x), stroke2(x), trim(x)), bounds };
  });
}
function onceWhereStill(layer3, draw2) {
  if (ownTracks(layer3).some((track) => canChange(track.channel) && !Object.hasOwn(POSE, track.address))) return draw2;
  let last = null;
  return (x, faces) => (last?.faces !== faces && (last = { faces, content: draw2(x, faces) }), last.content);
}
function prepareOutline(layer3) {
  let channels2 = layer3.channels, at2 = (name2) => numberOf2(channels2[name2], KINDS.shape[name2]), [width2, height, corner, sides, inner] = [at2("width"), at2("height"), at2("corner"), at2("sides"), at2("inner")], drawn = channels2.outline ? channelSampler(channels2.outline, "S") : () => KINDS.shape.outline.start, corners = (x) => Math.min(64, Math.max(3, sides(x))), draw2 = (x) => {
    switch (layer3.shape) {
      case "rectangle":
        return rectangle(width2(x), height(x), corner(x));
      case "ellipse":
        return ellipse(width2(x), height(x));
      case "polygon":
        return polygon(width2(x), height(x), corners(x), null);
      case "star":
        return polygon(width2(x), height(x), corners(x), inner(x) / 100);
      case "path":
        return drawnPath(drawn(x));
    }
  }, both = (x) => {
    let path2 = draw2(x);
    return { path: path2, bounds: boundsOf(path2) };
  };
  if (["width", "height", "corner", "sides", "inner", "outline"].some((name2) => canChange(channels2[name2]))) return both;
  let still = null;
  return () => still ??= both(0);
}
function prepareText(layer3) {
  let channels2 = layer3.channels, at2 = (name2) => numberOf2(channels2[name2], KINDS.text[name2]), [size2, leading, tracking, boxWidth] = [at2("size"), at2("leading"), at2("tracking"), at2("boxWidth")], text2 = channels2.text ? channelSampler(channels2.text, "T") : () => "", { fill: fill2, stroke: stroke2, trim } = prepareInks(layer3), last = null;
  return onceWhereStill(layer3, (x, faces) => {
    let face = faces(layer3.font, layer3.weight, layer3.italic);
    if (!face) return NOTHING2;
    let setting = { text: text2(x), size: size2(x), leading: leading(x), tracking: tracking(x), boxWidth: boxWidth(x), align: layer3.align }, key = JSON.stringify(setting);
    last?.key !== key && (last = { key, set: setText(face, setting) });
    let { outline: outline2, bounds } = last.set;
    return { items: marks(outline2, "nonzero", fill2(x), stroke2(x), trim(x)), bounds };
  });
}
function prepareInks({ fill: fill2, stroke: stroke2 }) {
  let colour3 = (channel2, start) => channel2 ? channelSampler(channel2, "C") : () => start, point3 = (channel2) => channel2 ? channelSampler(channel2, "P") : () => [0, 0], fills = fill2.channels, strokes = stroke2.channels, flat = colour3(fills.colour, FILL.colour.start), [from, to] = [point3(fills.from), point3(fills.to)], stops = inOrder(fill2.stops).filter((stop) => !stop.off).map((stop) => ({ at: numberOf2(stop.channels.at, STOP.at), colour: colour3(stop.channels.colour, STOP.colour.start) })), inside3 = (x) => {
    if (fill2.off || fill2.kind === "none") return null;
    if (fill2.kind === "flat") return { kind: "flat", colour: flat(x) };
    let list3 = stops.map((stop) => [Math.min(1, Math.max(0, stop.at(x) / 100)), stop.colour(x)]);
    return { kind: fill2.kind, from: from(x), to: to(x), stops: list3.sort((a, b) => a[0] - b[0]) };
  }, line2 = colour3(strokes.colour, STROKE.colour.start), [width2, shift] = [numberOf2(strokes.width, STROKE.width), numberOf2(strokes.dashShift, STROKE.dashShift)], outside2 = (x) => {
    let w = width2(x);
    return stroke2.off || !(w > 0) ? null : { ink: { kind: "flat", colour: line2(x) }, width: w, dash: stroke2.dash, dashShift: shift(x), cap: stroke2.cap, join: stroke2.join, miter: stroke2.miter };
  }, [trimFrom, trimTo, trimShift] = [numberOf2(strokes.trimFrom, STROKE.trimFrom), numberOf2(strokes.trimTo, STROKE.trimTo), numberOf2(strokes.trimShift, STROKE.trimShift)];
  return { fill: inside3, stroke: outside2, trim: (x) => ({ from: trimFrom(x), to: trimTo(x), shift: trimShift(x) }) };
}
function marks(outline2, rule, fill2, stroke2, { from, to, shift }) {
  if (outline2.length === 0 || !fill2 && !stroke2) return [];
  if (!stroke2 || Math.abs(to - from) >= 100) return [{ kind: "path", outline: outline2, rule, fill: fill2, stroke: stroke2 }];
  let trimmed = trimOutline(outline2, from, to, shift);
  return [
    ...fill2 ? [{ kind: "path", outline: outline2, rule, fill: fill2, stroke: null }] : [],
    ...trimmed.length > 0 ? [{ kind: "path", outline: trimmed, rule, fill: null, stroke: stroke2 }] : []
  ];
}

// src/core/scene/bounds.ts
var NO_FACES = () => null;
function contentBox(project, host, layer3, frame2, faces = NO_FACES) {
  switch (layer3.kind) {
    case "shape":
    case "text":
      return contentOf(project, host, layer3, frame2, faces).bounds;
    case "image":
    case "footage": {
      let asset2 = assetOf(project, layer3.source);
      return asset2 && "width" in asset2 ? [0, 0, asset2.width, asset2.height] : null;
    }
    case "nest": {
      let source = compositionOf(project, layer3.source);
      return source && [0, 0, source.width, source.height];
    }
    default:
      return null;
  }
}
function contentOf(project, host, layer3, frame2, faces) {
  let sampled2 = asSampled(project, host, layer3);
  return prepareLayer(sampled2).content(keyTimeAt(project, host, sampled2, frame2), faces);
}
function coverOf(project, host, layer3, frame2, faces = NO_FACES) {
  if (!isDrawn(layer3.kind)) return null;
  let sampled2 = asSampled(project, host, layer3), at2 = keyTimeAt(project, host, sampled2, frame2), content = layer3.kind === "shape" || layer3.kind === "text" ? boundsOfItems(prepareLayer(sampled2).content(at2, faces).items) : contentBox(project, host, layer3, frame2, faces);
  if (!content) return null;
  let [left2, up, right, down] = reachOf(prepareLayer(sampled2).finish?.(at2).effects ?? []);
  return [content[0] - left2, content[1] - up, content[2] + right, content[3] + down];
}

// src/core/scene/key-times.ts
var remembered5 = /* @__PURE__ */ new WeakMap();
function keyTimesOf(project, host, layer3, track = OWN) {
  let timing = timingOf(project, host, layer3), outer2 = hull(layer3.spans), [from, to] = [Math.min(0, outer2?.[0] ?? 0), Math.max(host.duration, outer2?.[1] ?? 0) + 1], known = remembered5.get(layer3);
  (!known || known.timing !== timing || known.from !== from || known.to !== to) && remembered5.set(layer3, known = { timing, from, to, byName: /* @__PURE__ */ new Map() });
  let { narrowed } = timing.stack, address = track.spec.clock === "layer" && track.address !== void 0 && narrowed.includes(track.address) ? track.address : null, name2 = address !== null ? `narrowed ${address}` : track.operator ?? track.spec.clock, times = known.byName.get(name2);
  return times || known.byName.set(name2, times = address !== null ? bent2(timing.stack.keysOf(address), from, to) : prepare3(layer3, timing.stack, track.spec.clock, track.operator, from, to)), times;
}
var OWN = { spec: { clock: "layer" }, operator: null };
function prepare3(layer3, stack, clock, operator3, from, to) {
  switch (clock) {
    case "layer":
      return stack.keySteps.every((step2) => step2.tracks !== null) ? shifted2(layer3.start, stack.keyEntry) : bent2(stack.keys, from, to);
    case "source":
      return bent2(stack.entry, from, to);
    case "operator": {
      let steps2 = stack.steps.some((step2) => step2.id === operator3) ? stack.steps : stack.keySteps, i = steps2.findIndex((step2) => step2.id === operator3), incoming = steps2[i]?.incoming ?? stack.entry;
      return i === 0 && steps2 === stack.keySteps ? shifted2(layer3.start, stack.keyEntry) : bent2(incoming, from, to);
    }
  }
}
function shifted2(start, map) {
  return { at: map.at, even: !0, moments: (at2) => [{ from: at2 + start, to: at2 + start }] };
}
function bent2(map, from, to) {
  let known = /* @__PURE__ */ new Map();
  return {
    at: map.at,
    even: !1,
    moments(at2) {
      let found3 = known.get(at2);
      return found3 || known.set(at2, found3 = preimages(map, at2, from, to).found), found3;
    }
  };
}
function unbent(layer3, at2) {
  return at2 + layer3.start;
}
function keyMomentsOf(project, host, layer3) {
  return keyedTracks(project, layer3).flatMap((track) => {
    let { moments } = keyTimesOf(project, host, layer3, track);
    return inTime(track.channel.keys).flatMap((key) => moments(key.at).map(({ from }) => from));
  });
}
function pulled2(times, at2, by, near2) {
  if (times.even) return at2 + by;
  let found3 = times.moments(at2), [first] = near2 === void 0 ? found3 : [...found3].sort((a, b) => Math.abs(a.from - near2) - Math.abs(b.from - near2));
  return first ? times.at(first.from + by) : at2 + by;
}

// src/core/scene/leaned-on.ts
var remembered6 = /* @__PURE__ */ new WeakMap();
function clipTargetOf(host, layer3) {
  return layer3.clipTo === null ? null : leaningOf(host).clips.get(layer3.id) ?? null;
}
var NONE3 = [];
function washesOver(host, layer3) {
  return leaningOf(host).washes.get(layer3.id) ?? NONE3;
}
function leaningOf(host) {
  let known = remembered6.get(host.layers);
  return known || remembered6.set(host.layers, known = findLeaning(host)), known;
}
function findLeaning(host) {
  let washes = /* @__PURE__ */ new Map(), layers2 = inOrder(host.layers);
  for (let layer3 of layers2) {
    let target = layer3.kind === "wash" && layer3.appliesTo !== null ? member(host.layers.by, layer3.appliesTo) : null;
    if (!target || target.kind === "wash") continue;
    let list3 = washes.get(target.id);
    list3 ? list3.unshift(layer3) : washes.set(target.id, [layer3]);
  }
  let targetOf = (layer3) => layer3.clipTo === null ? null : member(host.layers.by, layer3.clipTo) ?? null, clipped2 = layers2.filter(targetOf), rings = clipped2.length === 0 ? null : findRings2(layers2, (layer3) => [...[targetOf(layer3) ?? []].flat(), ...washes.get(layer3.id) ?? NONE3]);
  return { clips: new Map(clipped2.map((layer3) => [layer3.id, targetOf(layer3)]).filter(([id3, target]) => !rings.get(target)?.has(host.layers.by[id3]))), washes };
}

// src/core/scene/world-matrix.ts
function worldMatrix(project, host, layer3, frame2, known, asParent = !1) {
  let found3 = known.size > 0 ? known.get(layer3.id) : void 0;
  if (found3) return found3;
  let sampled2 = asSampled(project, host, layer3), own2 = prepareLayer(sampled2).matrix(keyTimeAt(project, host, sampled2, frame2));
  if (layer3.parent === null && !asParent) return own2;
  let parent = parentOf(host, layer3), world = parent ? multiply(worldMatrix(project, host, parent, frame2, known, !0), own2) : own2;
  return known.set(layer3.id, world), world;
}

// src/core/scene/drawn-layers.ts
var remembered7 = /* @__PURE__ */ new WeakMap();
function drawnLayers(host) {
  let known = remembered7.get(host.layers);
  return known || remembered7.set(host.layers, known = inOrder(host.layers).filter((layer3) => isDrawn(layer3.kind)).map((layer3) => drawnLayer(host, layer3)).reverse()), known;
}
function drawnLayer(host, layer3) {
  let { id: id3, kind, blend: blend2, visible, guide, solo, spans: spans2 } = layer3, span2 = spans2.length === 1 ? [spans2[0][0], spans2[0][1]] : null;
  return {
    layer: layer3,
    prepared: prepareLayer(layer3),
    washes: washesOver(host, layer3),
    start: layer3.timing.order.length === 0 ? layer3.start : null,
    follows: layer3.parent !== null,
    narrowed: isNarrowed(layer3),
    clipped: layer3.clipTo !== null,
    id: id3,
    kind,
    blend: blend2,
    visible,
    guide,
    solo,
    span: span2,
    spans: spans2
  };
}
function isShownAt({ span: span2, spans: spans2 }, frame2) {
  return span2 ? frame2 >= span2[0] && frame2 < span2[1] : inSpans(spans2, frame2);
}
function keyTimeOf(project, host, { layer: layer3, start }, frame2) {
  return start === null ? keyTimeAt(project, host, layer3, frame2) : dust(frame2 - start);
}
function matrixOf(project, host, { layer: layer3, prepared: prepared2, follows }, x, frame2, known) {
  return follows ? worldMatrix(project, host, layer3, frame2, known) : prepared2.matrix(x);
}

// src/core/scene/read-colour.ts
function readColour(hex) {
  let part3 = (i) => parseInt(hex.slice(i, i + 2), 16) / 255;
  return [part3(1), part3(3), part3(5), hex.length > 7 ? part3(7) : 1];
}

// src/core/scene/kept.ts
function keptOperators(layer3) {
  return inOrder(layer3.timing).filter((node2) => !node2.off && isPassedOver(node2)).map((node2) => node2.op);
}

// src/core/scene/settled-values.ts
function settledValues(project, composition3, layers2, frame2) {
  let values = {};
  for (let layer3 of inOrder(composition3.layers))
    if (!(layers2 !== null && !layers2.includes(layer3.id)))
      for (let track of tracksOf(project, layer3))
        track.operator !== null || track.channel === null || (values[`${layer3.id}/${track.address}`] = sampleChannel(track.channel, track.spec, keyTimesOf(project, composition3, layer3, track).at(frame2)));
  return values;
}

// src/core/scene/key-added.ts
function keyAdded(channel2, spec, at2, newId) {
  let keys2 = inTime(channel2.keys), make = (time4, value2, more = {}) => ({ id: newId(), at: time4, value: value2, joined: !1, ...more }), put = (changed2, more) => ({ kind: "added", more, channel: { ...channel2, keys: { ...channel2.keys, ...Object.fromEntries(changed2.map((key) => [key.id, key])) } } });
  if (keys2.some((key) => Math.abs(key.at - at2) <= 1e-6)) return { kind: "there" };
  let [first, last] = [keys2[0], keys2[keys2.length - 1]];
  if (!first || !last) return put([make(at2, channel2.value)], 0);
  if (at2 > first.at && at2 < last.at) return inside(channel2, keys2, spec, at2, make, put);
  let late2 = at2 > last.at, [here, there] = late2 ? [channel2.after, channel2.before] : [channel2.before, channel2.after];
  if (keys2.length > 1 && repeats(here)) {
    let place2 = placeOutside(at2, first.at, last.at, channel2);
    return place2.kind === "within" ? keyAdded(channel2, spec, place2.at, newId) : { kind: "cannot", why: "its plays are over there; a key out there would make each play longer" };
  }
  if (keys2.length > 1 && repeats(there)) return { kind: "cannot", why: `it repeats ${late2 ? "before its first" : "after its last"} key; a key out there would make each play longer` };
  let value = sampleChannel(channel2, spec, at2), end = late2 ? withoutFields(last, "right", "ease", "curve", "pathRight") : withoutFields(first, "left", "pathLeft", "arrives"), held2 = late2 && last.right === "hold" && here === "hold" ? { right: "hold" } : {};
  return put([{ ...end, ...held2 }, make(at2, value)], 0);
}
function repeats(rule) {
  return rule === "repeat" || rule === "climb" || rule === "swing";
}
function inside(channel2, keys2, spec, at2, make, put) {
  let i = keys2.findLastIndex((key) => key.at < at2), from = keys2[i];
  switch (spec.type) {
    case "N":
      return insideScalar(channel2, keys2, i, at2, make, put);
    case "P":
    case "C":
      return insideVector(channel2, keys2, i, at2, make, put, (row) => row);
    case "S":
      return insideOutline(channel2, keys2, i, at2, make, put);
    default:
      return put([make(at2, from.value)], 0);
  }
}
var WORDS2 = {
  curve: "it runs by a curve there that no two parts make; straighten it first",
  handles: "its handles pass each other in time too far",
  "to-and-fro": "it runs to and fro along its way there"
}, cannot = (why) => ({ kind: "cannot", why: WORDS2[why] });
function insideScalar(channel2, keys2, i, at2, make, put) {
  let frozen = freeze2(channel2, keys2, i), [from, to] = [frozen[i], frozen[i + 1]], others = frozen.filter((key, k) => key !== keys2[k] && key !== from && key !== to), [length, rise2] = [to.at - from.at, endOf(to) - from.value];
  if (!from.curve && from.right === "hold") return put([from, make(at2, from.value, { right: "hold" }), to, ...others], 0);
  if (!from.curve && from.right === void 0 && to.left === void 0) return put([from, make(at2, from.value + rise2 * (at2 - from.at) / length), to, ...others], 0);
  if (from.curve && rise2 === 0) return put([withoutFields(from, "curve", "right"), make(at2, from.value), withoutFields(to, "left"), ...others], 0);
  if (from.curve) {
    let { at: progress } = prepareCurve(from.curve), parts = divideProgress(from.curve, progress, (at2 - from.at) / length);
    return "why" in parts ? cannot(parts.why) : scalarParts(from, to, parts.map((part3) => scaled(part3, from, length, rise2)), others, make, put);
  }
  let { right, left: left2 } = segmentControls(frozen, i), cubic2 = [[from.at, from.value], [from.at + right[0], from.value + right[1]], [to.at + left2[0], endOf(to) + left2[1]], [to.at, endOf(to)]], cubics = cutCubic(cubic2, at2, () => []);
  return cubics.every(isDrawable) ? scalarParts(from, to, cubics.map((one) => ({ end: one[3], runs: { kind: "cubic", cubic: one } })), others, make, put) : cannot("handles");
}
function scaled(part3, from, length, rise2) {
  let dot = ([u, p]) => [from.at + length * u, from.value + rise2 * p];
  return { end: dot(part3.end), runs: part3.runs.kind === "cubic" ? { kind: "cubic", cubic: part3.runs.cubic.map(dot) } : part3.runs };
}
function scalarParts(from, to, parts, others, make, put) {
  let handle2 = (a, b) => [b[0] - a[0], b[1] - a[1]], keys2 = [withoutFields(from, "right", "curve")];
  for (let [k, { end, runs }] of parts.entries()) {
    let next2 = k === parts.length - 1 ? withoutFields(to, "left") : make(end[0], end[1]), leaves = runs.kind === "cubic" ? { right: clip(handle2(runs.cubic[0], runs.cubic[1]), 1) } : runs.kind === "curve" ? { curve: runs.curve } : {}, arrives = runs.kind === "cubic" ? { left: clip(handle2(runs.cubic[3], runs.cubic[2]), -1) } : {};
    keys2[k] = { ...keys2[k], ...leaves }, keys2.push({ ...next2, ...arrives });
  }
  return put([...keys2, ...others], parts.length - 2);
}
function clip([dt, dv], way2) {
  return [dt * way2 < 0 ? 0 : dt, dv];
}
function freeze2(channel2, keys2, i) {
  let round = runsRound(keys2, channel2), end = keys2.length - 1, touched = /* @__PURE__ */ new Set([i, i + 1, ...round && i === 0 ? [end] : [], ...round && i + 1 === end ? [0] : []]);
  return keys2.map((key, k) => touched.has(k) ? drawnHandles(keys2, k, round) : key);
}
function insideOutline(channel2, keys2, i, at2, make, put) {
  let flat = (value) => value.points.flat(), { closed } = keys2[i].value, whole2 = (row) => ({ closed, points: Array.from({ length: row.length / 6 }, (_, k) => row.slice(k * 6, k * 6 + 6)) }), rows = keys2.map((key) => ({ ...key, value: flat(key.value), arrives: key.arrives ? flat(key.arrives) : null })), back3 = (key) => {
    let own2 = keys2.find((one) => one.id === key.id);
    return own2 ? { ...key, value: own2.value, ...own2.arrives === void 0 ? {} : { arrives: own2.arrives } } : key;
  };
  return insideVector(channel2, rows, i, at2, make, (changed2, more) => put(changed2.map(back3).map((key) => "arrives" in key && key.arrives === null && !keys2.find((one) => one.id === key.id && one.arrives === null) ? withoutFields(key, "arrives") : key), more), whole2);
}
function insideVector(channel2, keys2, i, at2, make, put, whole2) {
  let [from, to] = [keys2[i], keys2[i + 1]], target = endOf(to);
  if (!from.curve && from.ease === "hold" || from.value.length !== target.length) return put([make(at2, whole2(from.value), from.ease === "hold" && !from.curve ? { ease: "hold" } : {})], 0);
  let length = to.at - from.at, path2 = legPath(from, to), runs = from.curve ?? (Array.isArray(from.ease) ? easeCubic(from.ease) : null), progress = from.curve ? prepareCurve(from.curve).at : Array.isArray(from.ease) ? prepareEase(...from.ease) : (u2) => u2, u = (at2 - from.at) / length, parts = divideProgress(runs, progress, u, (cubic2) => stayInside(cubic2, u, path2 !== null));
  if ("why" in parts) return cannot(parts.why);
  if (channel2.before === "glide" && i === 0 && parts[0].runs.kind === "cubic" || channel2.after === "glide" && i === keys2.length - 2 && parts.at(-1).runs.kind === "cubic") return { kind: "cannot", why: "it glides on at the pace of this leg, which a key on it would change" };
  let ends = [0, ...parts.map(({ end }) => end[1])], legs = parts.map((part3, k) => ({ part: part3, leg: path2 ? pathPart(path2, from, to, ends[k], ends[k + 1], part3) : STRAIGHT }));
  if (legs.some(({ leg }) => leg === null)) return cannot("to-and-fro");
  let pointAt = (p) => path2 ? path2.at(p) : from.value.map((v, c) => v + (target[c] - v) * p), changed2 = [withoutFields(from, "ease", "curve", "pathRight")];
  for (let [k, { part: part3, leg }] of legs.entries()) {
    let next2 = k === legs.length - 1 ? withoutFields(to, "pathLeft") : make(from.at + length * part3.end[0], whole2(pointAt(part3.end[1])));
    changed2[k] = { ...changed2[k], ...leaving2(part3, ends[k], ends[k + 1], k === 0 ? 0 : parts[k - 1].end[0]), ...leg.right ? { pathRight: leg.right } : {} }, changed2.push({ ...next2, ...leg.left ? { pathLeft: leg.left } : {} });
  }
  return put(changed2, parts.length - 2);
}
function easeCubic([x1, y1, x2, y2]) {
  return [[0, 0], [x1, y1], [x2, y2], [1, 1]];
}
function leaving2({ end, runs }, p0, p1, u0) {
  switch (runs.kind) {
    case "straight":
      return {};
    case "curve":
      return { curve: runs.curve };
    case "cubic": {
      let [, a, b] = runs.cubic, share = (dot) => [Math.min(1, Math.max(0, (dot[0] - u0) / (end[0] - u0))), (dot[1] - p0) / (p1 - p0)];
      return { ease: [...share(a), ...share(b)] };
    }
  }
}
function stayInside(cubic2, u, onPath) {
  if (!(u > cubic2[0][0] && u < cubic2[3][0])) return [];
  let s = parameterAt(cubic2, u), p = dotAt(cubic2, s)[1], turns2 = turnsOf(cubic2), [start, end] = [Math.abs(p) < 1e-7, Math.abs(1 - p) < 1e-7];
  return [
    ...start ? turns2.filter((turn) => turn < s) : [],
    ...end ? turns2.filter((turn) => turn > s) : [],
    // Beyond the ends of a path it goes straight on: there is another leg.
    ...onPath && p > 1 && !end ? crossings(cubic2, 1).filter((cross) => cross < s) : [],
    ...onPath && p < 0 && !start ? crossings(cubic2, 0).filter((cross) => cross > s) : []
  ];
}
var STRAIGHT = { right: null, left: null };
function pathPart(path2, from, to, p0, p1, { runs }) {
  let [low, high] = [Math.min(p0, p1), Math.max(p0, p1)];
  if (low >= 1 - 1e-7 || high <= 1e-7) return STRAIGHT;
  if (low < -1e-7 || high > 1 + 1e-7 || p0 > p1 || runs.kind === "cubic" && turnsOf(runs.cubic).some((turn) => {
    let p = dotAt(runs.cubic, turn)[1];
    return p > p1 + 1e-7 && p1 < 1 - 1e-7 || p < p0 - 1e-7 && p0 > 1e-7;
  })) return null;
  let end = endOf(to), add2 = (a2, b2) => [a2[0] + (b2?.[0] ?? 0), a2[1] + (b2?.[1] ?? 0)], cubic2 = [add2(from.value, void 0), add2(from.value, from.pathRight), add2(end, to.pathLeft), add2(end, void 0)], [a, b, c, d] = partOf2(cubic2, path2.parameterAt(p0), path2.parameterAt(p1));
  return { right: [b[0] - a[0], b[1] - a[1]], left: [c[0] - d[0], c[1] - d[1]] };
}

// src/core/scene/rescale.ts
function rescaled(at2, factor) {
  return Math.round(at2 * factor * 1e6) / 1e6 + 0;
}
function rescaledTimes(times, factor) {
  let rounded = times.map((at2) => rescaled(at2, factor));
  return new Set(rounded).size === new Set(times).size ? rounded : times.map((at2) => at2 * factor);
}
function rescaleTime(time4, factor) {
  return typeof time4 == "number" ? rescaled(time4, factor) : { ...time4, plus: rescaled(time4.plus, factor), was: rescaled(time4.was, factor) };
}
function rescaleLayer(layer3, factor) {
  if (factor === 1) return layer3;
  let to = (at2) => rescaled(at2, factor), keyed4 = ownTracks(layer3).reduce((one, { path: path2, channel: channel2, spec }) => channel2 ? withAt(one, path2, rescaleChannel(channel2, factor, spec.unit === "frames")) : one, layer3), timing = Object.fromEntries(Object.entries(layer3.timing.by).map(([id3, node2]) => [id3, countsInHostFrames(layer3, node2) ? rescaleOperator(node2, factor) : node2]));
  return {
    ...keyed4,
    start: to(layer3.start),
    spans: layer3.spans.map(([from, until]) => [to(from), to(until)]),
    markers: rescaleMarkers(layer3.markers, factor),
    timing: { ...layer3.timing, by: timing },
    ...keyed4.kind === "audio" ? { fadeIn: to(keyed4.fadeIn), fadeOut: to(keyed4.fadeOut) } : {}
  };
}
function countsInHostFrames(layer3, node2) {
  return layer3.kind !== "nest" && layer3.kind !== "footage" ? !0 : node2.on === "keys";
}
function rescaleMarkers(markers, factor) {
  return Object.fromEntries(Object.entries(markers).map(([id3, marker2]) => [id3, { ...marker2, at: rescaled(marker2.at, factor), length: rescaled(marker2.length, factor) }]));
}
function rescaleChannel(channel2, factor, inFrames = !1) {
  if (!hasKeys(channel2) && !inFrames) return channel2;
  let keys2 = inTime(channel2.keys), worth = (value) => inFrames && typeof value == "number" ? rescaled(value, factor) : value, handle2 = (value) => isHandle(value) ? [rescaled(value[0], factor), worth(value[1])] : value, times = rescaledTimes(keys2.map((key) => key.at), factor), next2 = keys2.map((key, i) => {
    let one = { ...key, at: times[i], value: worth(key.value) };
    key.arrives !== void 0 && (one.arrives = worth(key.arrives));
    for (let side2 of ["right", "left", "kept"]) key[side2] !== void 0 && (one[side2] = handle2(key[side2]));
    return [key.id, one];
  });
  return { ...channel2, value: worth(channel2.value), keys: Object.fromEntries(next2) };
}
function isHandle(value) {
  return Array.isArray(value) && value.length === 2;
}
function rescaleOperator(node2, factor) {
  let to = (value) => typeof value == "number" ? rescaled(value, factor) : Array.isArray(value) ? value.map(to) : value === null || typeof value != "object" ? value : "was" in value ? rescaleTime(value, factor) : Object.fromEntries(Object.entries(value).map(([field, one]) => [field, field === "from" || field === "to" || field === "rest" ? to(one) : one])), fields = operatorOf(node2.op)?.fields ?? {}, changed2 = Object.entries(fields).flatMap(([name2, field]) => {
    let value = node2[name2];
    return field.holds === "keys" ? [[name2, rescaleOwnKeys(value, factor)]] : field.unit === "frames" || field.unit === "cuts" ? [[name2, to(value)]] : [];
  });
  return { ...node2, ...Object.fromEntries(changed2) };
}
function rescaleOwnKeys(own2, factor) {
  let keys2 = Object.values(own2), times = rescaledTimes(keys2.map((key) => key.at), factor), handle2 = (value) => isHandle(value) ? [rescaled(value[0], factor), rescaled(value[1], factor)] : value;
  return Object.fromEntries(keys2.map((key, i) => [key.id, {
    ...key,
    at: times[i],
    to: rescaleTime(key.to, factor),
    ...typeof key.arrives == "number" ? { arrives: rescaled(key.arrives, factor) } : {},
    ...key.right === void 0 ? {} : { right: handle2(key.right) },
    ...key.left === void 0 ? {} : { left: handle2(key.left) }
  }]));
}

// src/core/bake/difference.ts
function numbersIn(value) {
  return typeof value == "number" ? [value] : Array.isArray(value) ? value.flatMap(numbersIn) : value !== null && typeof value == "object" && "points" in value ? numbersIn(value.points) : [];
}
function difference(a, b) {
  if (typeof a == "number" && typeof b == "number") return Math.abs(a - b);
  let [one, other] = [numbersIn(a), numbersIn(b)];
  return one.length > 0 || other.length > 0 ? one.length === other.length ? Math.max(0, ...one.map((value, i) => Math.abs(value - other[i]))) : 1 : a === b ? 0 : 1;
}

// src/core/bake/leg.ts
function legsBetweenKeys(channel2, type) {
  let keys2 = inTime(channel2.keys), round = type === "N" && runsRound(keys2, channel2);
  return keys2.slice(0, -1).map((_, i) => legFrom(keys2, i, type, round));
}
function legFrom(keys2, i, type, round) {
  let [from, to] = [keys2[i], keys2[i + 1]], held2 = () => heldLeg(from.at, to.at, from.value), curve = from.curve ?? void 0;
  switch (type) {
    case "T":
    case "B":
    case "E":
      return held2();
    case "N": {
      let all = keys2;
      if (from.right === "hold" && !curve) return held2();
      let end = endOf(all[i + 1]);
      if (curve) return { from: from.at, to: to.at, start: from.value, end, held: !1, curve };
      let { right } = drawnHandles(all, i, round), { left: left2 } = drawnHandles(all, i + 1, round);
      return { from: from.at, to: to.at, start: from.value, end, held: !1, ...right === void 0 || right === "hold" || right === "smooth" ? {} : { right }, ...left2 === void 0 || left2 === "smooth" ? {} : { left: left2 } };
    }
    default: {
      let end = to.arrives ?? to.value;
      if (from.ease === "hold" && !curve || width(from.value) !== width(end)) return held2();
      let { ease: ease2, pathRight } = from, { pathLeft } = to;
      return { from: from.at, to: to.at, start: from.value, end, held: !1, ...curve ? { curve } : {}, ...ease2 === void 0 || ease2 === "linear" ? {} : { ease: ease2 }, ...pathRight ? { pathRight } : {}, ...pathLeft ? { pathLeft } : {} };
    }
  }
}
function width(value) {
  return Array.isArray(value) ? value.length : value.points?.length ?? 1;
}
function heldLeg(from, to, value) {
  return { from, to, start: value, end: value, held: !0 };
}
function isEven({ held: held2, right, left: left2, curve, ease: ease2, pathRight, pathLeft }) {
  return !held2 && !right && !left2 && !curve && ease2 === void 0 && !pathRight && !pathLeft;
}
function isFlat(leg) {
  return leg.held ? !0 : same(leg.start, leg.end) ? leg.curve || leg.ease !== void 0 ? !leg.pathRight && !leg.pathLeft : [leg.right?.[1], leg.left?.[1], ...leg.pathRight ?? [], ...leg.pathLeft ?? []].every((one) => one === void 0 || one === 0) : !1;
}
function legAt(leg, scale2, by) {
  let { right, left: left2, curve, ease: ease2, pathRight, pathLeft, held: held2 } = leg, [a, b] = [leg.from * scale2 + by, leg.to * scale2 + by];
  if (scale2 > 0) {
    let next3 = { from: a, to: b, start: leg.start, end: leg.end, held: held2 };
    return right && (next3.right = bent3(right, scale2)), left2 && (next3.left = bent3(left2, scale2)), curve && (next3.curve = curve), ease2 !== void 0 && (next3.ease = ease2), pathRight && (next3.pathRight = pathRight), pathLeft && (next3.pathLeft = pathLeft), next3;
  }
  let next2 = { from: b, to: a, start: held2 ? leg.start : leg.end, end: leg.start, held: held2 };
  return left2 && (next2.right = bent3(left2, scale2)), right && (next2.left = bent3(right, scale2)), curve && (next2.curve = turned(curve)), ease2 !== void 0 && (next2.ease = turnedEase(ease2)), pathLeft && (next2.pathRight = pathLeft), pathRight && (next2.pathLeft = pathRight), next2;
}
function bent3([dt, dv], scale2) {
  return [dt * scale2 + 0, dv];
}
function turned(curve) {
  let side2 = curve.side ?? "in";
  return side2 === "both" ? curve : { ...curve, side: side2 === "in" ? "out" : "in" };
}
function turnedEase(ease2) {
  return typeof ease2 == "string" ? ease2 : [1 - ease2[2], 1 - ease2[3], 1 - ease2[0], 1 - ease2[1]];
}
var samplers = /* @__PURE__ */ new WeakMap();
function valueOn(leg, spec, at2) {
  if (leg.held || at2 <= leg.from) return leg.start;
  if (at2 >= leg.to) return leg.end;
  if (spec.type === "N" && isEven(leg)) return leg.start + (leg.end - leg.start) * (at2 - leg.from) / (leg.to - leg.from);
  let sample = samplers.get(leg);
  return sample || samplers.set(leg, sample = channelSampler(channelOf2(leg), spec.type)), sample(at2);
}
function channelOf2(leg) {
  let [a, b] = keysOf(leg);
  return { value: leg.start, keys: { a, b }, before: "hold", after: "hold", repeats: null, formula: null, formulaOff: !1, limits: null, closed: !1 };
}
function keysOf({ from, to, start, end, right, left: left2, curve, ease: ease2, pathRight, pathLeft, held: held2 }) {
  return [{ id: "a", at: from, value: start, right: held2 ? "hold" : right, curve, ease: held2 ? "hold" : ease2, pathRight }, { id: "b", at: to, value: end, left: left2, pathLeft }];
}
var cuts2 = /* @__PURE__ */ new WeakMap();
function partsOf(leg, spec, from, to) {
  let [a, b] = [from - leg.from <= 1e-6 ? leg.from : from, leg.to - to <= 1e-6 ? leg.to : to];
  if (a === leg.from && b === leg.to) return [leg];
  if (leg.held) return [{ ...leg, from: a, to: b }];
  if (spec.type === "N" && isEven(leg)) return [{ ...leg, from: a, to: b, start: valueOn(leg, spec, a), end: valueOn(leg, spec, b) }];
  let known = cuts2.get(leg);
  known || cuts2.set(leg, known = /* @__PURE__ */ new Map());
  let name2 = `${a} ${b}`;
  return known.has(name2) || known.set(name2, cut3(leg, spec, a, b)), known.get(name2);
}
function cutNumbers(leg, from, to) {
  let { right, left: left2 } = segmentControls(keysOf(leg), 0), [start, end] = [leg.start, leg.end], cubics = [[[leg.from, start], [leg.from + right[0], start + right[1]], [leg.to + left2[0], end + left2[1]], [leg.to, end]]];
  for (let at2 of [from, to])
    at2 > leg.from && at2 < leg.to && (cubics = cubics.flatMap((one) => at2 > one[0][0] + 1e-6 && at2 < one[3][0] - 1e-6 ? cutCubic(one, at2, () => []) : [one]));
  let inside3 = cubics.filter((one) => one[0][0] >= from - 1e-6 && one[3][0] <= to + 1e-6);
  return inside3.every(isDrawable) ? inside3.map(([p, q, r, s]) => ({ from: p[0], to: s[0], start: p[1], end: s[1], held: !1, right: [Math.max(0, q[0] - p[0]), q[1] - p[1]], left: [Math.min(0, r[0] - s[0]), r[1] - s[1]] })) : null;
}
function cut3(leg, spec, from, to) {
  if (spec.type === "N" && !leg.curve) return cutNumbers(leg, from, to);
  let channel2 = channelOf2(leg), n2 = 0;
  for (let at2 of [from, to]) {
    if (at2 <= leg.from || at2 >= leg.to) continue;
    let added = keyAdded(channel2, spec, at2, () => `c${++n2}`);
    if (added.kind === "cannot") return null;
    added.kind === "added" && (channel2 = added.channel);
  }
  return legsBetweenKeys(channel2, spec.type).filter((part3) => part3.from >= from - 1e-6 && part3.to <= to + 1e-6);
}
function same(a, b) {
  if (a === b) return !0;
  if (typeof a == "number" && typeof b == "number") return Math.abs(a - b) <= 1e-9 * (1 + Math.abs(a));
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((one, i) => same(one, b[i]));
  if (a === null || b === null || typeof a != "object" || typeof b != "object") return !1;
  let [p, q] = [a, b];
  return p.closed === q.closed && same(p.points, q.points);
}

// src/core/bake/fitted.ts
var SHORTEST = 0.25, [FEWEST, MOST] = [8, 400];
function fitted(leg, segment, from, to, bending) {
  return isFlat(leg) ? [heldLeg(from, to, leg.start)] : bending.spec.type === "N" ? numbers3(leg, segment, from, to, bending) : way(leg, segment, from, to, bending);
}
function tries(from, to, looks) {
  let count2 = Math.min(MOST, Math.max(FEWEST, Math.ceil((to - from) * 2)));
  return [...Array.from({ length: count2 - 1 }, (_, i) => from + (to - from) * (i + 1) / count2), ...seenInside(from, to, looks)].sort((a, b) => a - b);
}
function seenInside(from, to, looks) {
  return looks.within(from, to).filter((at2) => at2 > from + 1e-6 && at2 < to - 1e-6);
}
function cutAt(from, to, looks) {
  let middle = (from + to) / 2, seen = seenInside(from, to, looks);
  return seen.length > 0 ? seen.reduce((best, at2) => Math.abs(at2 - middle) < Math.abs(best - middle) ? at2 : best) : to - from > 2 * SHORTEST ? middle : null;
}
function numbers3(leg, segment, from, to, bending) {
  let value = (x) => valueOn(leg, bending.spec, segment.at(x)), [start, end] = [value(from), value(to)], fit = fitSegment(value, from, to, start, end, tries(from, to, bending.looks), bending.tolerance / 2), middle = fit.worst > bending.tolerance ? cutAt(from, to, bending.looks) : null;
  return middle !== null ? [...numbers3(leg, segment, from, middle, bending), ...numbers3(leg, segment, middle, to, bending)] : [{ from, to, start, end, held: !1, ...fit.right ? { right: fit.right } : {}, ...fit.left ? { left: fit.left } : {} }];
}
function way(leg, segment, from, to, bending) {
  let { spec, tolerance } = bending, [y0, y1] = [segment.at(from), segment.at(to)], whole2 = partsOf(leg, spec, Math.max(leg.from, Math.min(y0, y1)), Math.min(leg.to, Math.max(y0, y1)));
  if (!whole2) return straights(leg, segment, from, to, bending);
  if (whole2.length > 1) {
    let parts = y1 > y0 ? whole2 : [...whole2].reverse(), x = from;
    return parts.flatMap((part4, i) => {
      let end2 = i === parts.length - 1 ? to : whenSegmentGives(segment, y1 > y0 ? part4.to : part4.from), made = end2 > x ? way(part4, segment, x, end2, bending) : [];
      return x = Math.max(x, end2), made;
    });
  }
  let [part3] = whole2, length = lengthOf2(part3, spec.type === "P"), progress = progressOf(part3), ahead2 = y1 > y0, gone = (x) => {
    let p = progress(Math.min(1, Math.max(0, (segment.at(x) - part3.from) / (part3.to - part3.from))));
    return ahead2 ? p : 1 - p;
  }, near2 = tolerance / Math.max(length, 1e-9), fit = fitSegment(gone, from, to, 0, 1, tries(from, to, bending.looks), near2 / 2), middle = fit.worst > near2 ? cutAt(from, to, bending.looks) : null;
  if (middle !== null)
    return [...way(part3, segment, from, middle, bending), ...way(part3, segment, middle, to, bending)];
  let [start, end] = ahead2 ? [part3.start, part3.end] : [part3.end, part3.start], [pathRight, pathLeft] = ahead2 ? [part3.pathRight, part3.pathLeft] : [part3.pathLeft, part3.pathRight], ease2 = fit.right && fit.left ? [1 / 3, fit.right[1], 2 / 3, 1 + fit.left[1]] : null;
  return [{ from, to, start, end, held: !1, ...ease2 ? { ease: ease2 } : {}, ...pathRight ? { pathRight } : {}, ...pathLeft ? { pathLeft } : {} }];
}
function progressOf({ curve, ease: ease2 }) {
  return curve ? prepareCurve(curve).at : Array.isArray(ease2) ? prepareEase(...ease2) : (u) => u;
}
function lengthOf2({ start, end, pathRight, pathLeft }, isPoint) {
  let path2 = isPoint && legPath({ id: "", at: 0, value: start, ...pathRight ? { pathRight } : {} }, { id: "", at: 1, value: end, ...pathLeft ? { pathLeft } : {} });
  if (path2) return path2.length;
  let [a, b] = [numbersIn(start), numbersIn(end)];
  return Math.max(0, ...a.map((one, i) => Math.abs(one - (b[i] ?? one))));
}
function straights(leg, segment, from, to, bending) {
  let value = (x) => valueOn(leg, bending.spec, segment.at(x)), [start, end] = [value(from), value(to)], [a, b] = [numbersIn(start), numbersIn(end)], middle = tries(from, to, bending.looks).some((x) => numbersIn(value(x)).some((one, i) => Math.abs(a[i] + (b[i] - a[i]) * (x - from) / (to - from) - one) > bending.tolerance)) ? cutAt(from, to, bending.looks) : null;
  return middle === null ? [{ from, to, start, end, held: !1 }] : [...straights(leg, segment, from, middle, bending), ...straights(leg, segment, middle, to, bending)];
}

// src/core/bake/bend.ts
function bentLegs(motion, segments, bending) {
  let legs = [];
  for (let segment of segments) {
    let { from, to, kind } = segment, [y0, y1] = [dust(segment.at(from)), dust(segment.at(to))];
    if (kind === "held" || y0 === y1) legs.push(heldLeg(from, to, bending.shown(y0)));
    else if (kind === "linear") straightened(motion, from, to, y0, y1, segment, bending, legs);
    else for (let [leg, a, b] of along(motion, y0, y1, (y) => clamped(whenSegmentGives(segment, y), from, to), from, to)) legs.push(...fitted(leg, segment, a, b, bending));
  }
  return legs;
}
function clamped(x, from, to) {
  return Math.min(to, Math.max(from, x));
}
function legAround(motion, at2) {
  let [low, high] = [0, motion.length];
  for (; low < high; ) {
    let middle = low + high >> 1;
    motion[middle].from <= at2 + 1e-6 ? low = middle + 1 : high = middle;
  }
  return Math.max(0, low - 1);
}
function* along(motion, y0, y1, when, from, to) {
  let ahead2 = y1 > y0, [low, high] = ahead2 ? [y0, y1] : [y1, y0], [first, last] = [legAround(motion, low), legAround(motion, high - 2 * 1e-6)], x = from;
  for (let i = ahead2 ? first : last; ahead2 ? i <= last : i >= first; i += ahead2 ? 1 : -1) {
    let leg = motion[i], end = i === (ahead2 ? last : first) ? to : when(ahead2 ? leg.to : leg.from);
    end > x && (yield [leg, x, end]), x = Math.max(x, end);
  }
}
function straightened(motion, from, to, y0, y1, segment, bending, legs) {
  let slope = (y1 - y0) / (to - from), scale2 = 1 / slope, by = from - y0 * scale2;
  for (let [leg, a, b] of along(motion, y0, y1, (y) => clamped(dust(y * scale2 + by), from, to), from, to)) {
    let [p, q] = [y0 + (a - from) * slope, y0 + (b - from) * slope], parts = partsOf(leg, bending.spec, Math.max(leg.from, dust(Math.min(p, q))), Math.min(leg.to, dust(Math.max(p, q))));
    if (!parts) {
      legs.push(...fitted(leg, segment, a, b, bending));
      continue;
    }
    for (let i = 0; i < parts.length; i++) {
      let one = legAt(parts[scale2 < 0 ? parts.length - 1 - i : i], scale2, by);
      one.from = i === 0 ? a : dust(one.from), one.to = i === parts.length - 1 ? b : dust(one.to), legs.push(one);
    }
  }
}

// src/core/bake/joined.ts
function joined3(legs, shown2, bending) {
  let { looks } = bending, made = [], from = -1 / 0;
  for (let leg of legs) {
    let rest2 = [leg];
    if (from > leg.from + 1e-6) {
      if (from >= leg.to - 1e-6) continue;
      rest2 = late(leg, from, bending);
    } else if (!goesOn(made[made.length - 1], leg) && looks.has(leg.from)) {
      let here = shown2(leg.from);
      if (!same(here, leg.start) && !near(here, leg.start)) {
        if (from = looks.next(leg.from), add(made, heldLeg(leg.from, from, here)), from >= leg.to - 1e-6) continue;
        rest2 = late(leg, from, bending);
      }
    }
    for (let one of rest2) add(made, one);
  }
  return made;
}
function goesOn(last, leg) {
  return last !== void 0 && same(last.end, leg.start) && !(isFlat(last) && isFlat(leg));
}
function near(a, b) {
  return typeof a == "number" && typeof b == "number" ? Math.abs(a - b) <= 1e-7 * (1 + Math.abs(a)) : !1;
}
function late(leg, from, bending) {
  return (partsOf(leg, bending.spec, from, leg.to) ?? fitted(leg, { from, to: leg.to, kind: "linear", at: (x) => x, rate: () => 1 }, from, leg.to, bending)).map((part3, i) => i === 0 ? { ...part3, from } : part3);
}
function add(made, leg) {
  let last = made[made.length - 1];
  last && isFlat(last) && isFlat(leg) && same(last.end, leg.start) ? made[made.length - 1] = heldLeg(last.from, leg.to, last.start) : last && isEven(last) && isEven(leg) && same(last.end, leg.start) && goOn(last, leg) ? made[made.length - 1] = { ...last, to: leg.to, end: leg.end } : made.push(leg);
}
function goOn(a, b) {
  let [p, q] = [a.to - a.from, b.to - b.from], even = (a0, a1, b0, b1) => {
    if (typeof a0 == "number") {
      let [one, other] = [(a1 - a0) / p, (b1 - b0) / q];
      return Math.abs(one - other) <= 1e-9 * (Math.abs(one) + Math.abs(other));
    }
    return Array.isArray(a0) && a0.every((one, i) => even(one, a1[i], b0[i], b1[i]));
  };
  return even(a.start, a.end, b.start, b.end);
}

// src/core/bake/keys-from-legs.ts
function keysFromLegs(legs, type) {
  let [first] = legs;
  if (legs.length === 1 && isFlat(first)) return { keys: {}, value: first.start };
  let from = isFlat(first) && legs[1] && same(first.end, legs[1].start) ? 1 : 0, made = [], mixes = type !== "T" && type !== "B" && type !== "E";
  for (let i = from; i <= legs.length; i++) {
    let [before, leg] = [i === from ? void 0 : legs[i - 1], legs[i]];
    if (!leg && isFlat(before)) break;
    let key = { id: `k${made.length + 1}`, at: leg ? leg.from : before.to, value: leg ? leg.start : before.end, joined: !1 };
    mixes && before && !stays(before, leg) && (same(before.end, key.value) || (key.arrives = before.end), before.left && (key.left = before.left), before.pathLeft && (key.pathLeft = before.pathLeft)), mixes && leg && leave(key, leg, legs[i + 1], type), made.push(key);
  }
  return { keys: recordInTime(made), value: made[0].value };
}
function stays(leg, next2) {
  return isFlat(leg) && next2 !== void 0 && !same(leg.end, next2.start);
}
function leave(key, leg, next2, type) {
  if (isFlat(leg)) {
    if (!stays(leg, next2)) return;
    type === "N" ? key.right = "hold" : key.ease = "hold";
    return;
  }
  leg.right && (key.right = leg.right), leg.curve && (key.curve = leg.curve), leg.ease !== void 0 && (key.ease = leg.ease), leg.pathRight && (key.pathRight = leg.pathRight);
}

// src/core/bake/motion.ts
var MOST_LEGS = 2e5;
function motionOver(channel2, spec, from, to) {
  let keys2 = inTime(channel2.keys), [first, last] = [keys2[0], keys2[keys2.length - 1]];
  if (!first || !last) return [heldLeg(from, to, channel2.value)];
  let inner = legsBetweenKeys(channel2, spec.type), sample = channelSampler(channel2, spec.type), rise2 = riseOf(first.value, last.value), [t0, t1] = [first.at, last.at], early = [], late2 = [];
  if (from < t0) {
    let rule = ruleOf(channel2.before, t0, t1, spec);
    if (rule === "hold") early.push(heldLeg(from, t0, first.value));
    else if (rule === "glide") early.push(straightLeg(from, t0, sample(from), first.value));
    else {
      let plays = Math.ceil((t0 - from) / (t1 - t0) - 1e-9);
      if (plays * inner.length > MOST_LEGS) return null;
      for (let n2 = -plays; n2 < 0; n2++) early.push(...play(inner, rule, n2, t0, t1, rise2));
    }
  }
  if (to > t1) {
    let rule = ruleOf(channel2.after, t0, t1, spec);
    if (rule === "hold") late2.push(heldLeg(t1, to, last.value));
    else if (rule === "glide") late2.push(straightLeg(t1, to, last.value, sample(to)));
    else {
      let room = Math.ceil((to - t1) / (t1 - t0) - 1e-9), plays = Math.min(room, channel2.repeats === null ? 1 / 0 : channel2.repeats - 1);
      if (plays * inner.length > MOST_LEGS) return null;
      for (let n2 = 1; n2 <= plays; n2++) late2.push(...play(inner, rule, n2, t0, t1, rise2));
      let end = t1 + plays * (t1 - t0);
      end < to && late2.push(heldLeg(end, to, sample(end)));
    }
  }
  return [...early, ...inner, ...late2];
}
function straightLeg(from, to, start, end) {
  return { from, to, start, end, held: !1 };
}
function ruleOf(rule, t0, t1, { type }) {
  return t1 <= t0 || rule === "glide" && (type === "T" || type === "B" || type === "E") ? "hold" : rule;
}
function play(inner, rule, n2, t0, t1, rise2) {
  let by = n2 * (t1 - t0);
  if (rule === "swing" && Math.abs(n2) % 2 === 1) return [...inner].reverse().map((leg) => legAt(leg, -1, t0 + t1 + by));
  let there = inner.map((leg) => legAt(leg, 1, by));
  return rule === "climb" ? there.map((leg) => ({ ...leg, start: plus(leg.start, rise2, n2), end: plus(leg.end, rise2, n2) })) : there;
}
function riseOf(first, last) {
  if (typeof first == "number" && typeof last == "number") return last - first;
  let [a, b] = [numbersOf(first), numbersOf(last)];
  return a && b && a.length === b.length ? a.map((one, i) => b[i] - one) : null;
}
function numbersOf(value) {
  return Array.isArray(value) ? value : isOutline(value) ? value.points.flat() : null;
}
function isOutline(value) {
  return value !== null && typeof value == "object" && "points" in value;
}
function plus(value, rise2, n2) {
  if (rise2 === null) return value;
  if (typeof rise2 == "number") return value + n2 * rise2;
  let own2 = numbersOf(value);
  if (!own2 || own2.length !== rise2.length) return value;
  let row = own2.map((one, i) => one + n2 * rise2[i]);
  return isOutline(value) ? { closed: value.closed, points: value.points.map((_, i) => row.slice(i * 6, i * 6 + 6)) } : row;
}

// src/core/bake/bake-channel.ts
function toleranceOf({ type }, tolerance) {
  return type === "C" ? tolerance / 100 : tolerance;
}
var MOST_SEGMENTS = 1e5, SAME2 = 1e-7;
function goesOn2(last, next2) {
  return last.kind !== next2.kind || Math.abs(last.at(last.to) - next2.at(next2.from)) >= SAME2 ? !1 : last.kind === "held" || last.kind === "linear" && Math.abs(last.rate(last.from) - next2.rate(next2.from)) < 1e-12;
}
function segmentsOver(map, from, to) {
  let all = [];
  for (let segment of map.walk(from, to)) {
    let last = all[all.length - 1];
    if (all.length > MOST_SEGMENTS) return null;
    last && goesOn2(last, segment) && Math.abs(map.at(segment.from) - segment.at(segment.from)) < SAME2 ? all[all.length - 1] = { ...last, to: segment.to } : all.push(segment);
  }
  return all;
}
function bakeChannel(channel2, spec, { map, segments, looks }, tolerance) {
  let [only] = segments, sample = channelSampler(channel2, spec.type);
  if (only && segments.length === 1 && only.kind === "linear" && only.rate(only.from) > 0) {
    let next2 = stretched(channel2, 1 / only.rate(only.from), only);
    if (!repeats2(channel2) || keeps(next2, spec, (at2) => sample(map.at(at2)), looks.within(only.from, only.to))) return next2;
  }
  let [low, high] = [1 / 0, -1 / 0];
  for (let segment of segments) for (let y of [segment.at(segment.from), segment.at(segment.to)]) [low, high] = [Math.min(low, y), Math.max(high, y)];
  if (!Number.isFinite(low) || !Number.isFinite(high)) return null;
  let motion = motionOver(channel2, spec, Math.min(low, dust(low)), Math.max(high, dust(high), low + 1e-6));
  if (!motion) return null;
  let bending = { spec, tolerance: toleranceOf(spec, tolerance), looks, shown: sample }, legs = joined3(bentLegs(motion, segments, bending), (at2) => sample(map.at(at2)), bending), { keys: keys2, value } = keysFromLegs(legs, spec.type);
  return { ...channel2, value, keys: keys2, before: "hold", after: "hold", repeats: null, closed: !1 };
}
function repeats2({ before, after }) {
  return [before, after].some((rule) => rule !== "hold" && rule !== "glide");
}
function keeps(channel2, { type }, shown2, looks) {
  let sample = channelSampler(channel2, type);
  return looks.every((at2) => difference(sample(at2), shown2(at2)) < 1e-5);
}
function stretched(channel2, scale2, segment) {
  let by = segment.from - segment.at(segment.from) * scale2;
  if (scale2 === 1 && by === 0) return channel2;
  let bent4 = (handle2) => Array.isArray(handle2) ? [handle2[0] * scale2, handle2[1]] : handle2, keys2 = inTime(channel2.keys).map((key) => {
    let { pace: _pace, kept: _kept, ...rest2 } = key;
    return { ...scale2 === 1 ? key : rest2, at: dust(key.at * scale2 + by), ...key.right === void 0 ? {} : { right: bent4(key.right) }, ...key.left === void 0 ? {} : { left: bent4(key.left) } };
  });
  return { ...channel2, keys: Object.fromEntries(keys2.map((key) => [key.id, key])) };
}

// src/core/bake/whole-frames.ts
function onWholeFrames(channel2, { type, label }, offset, tell) {
  let keys2 = inTime(channel2.keys);
  if (keys2.every((key) => isWhole(key.at + offset))) return channel2;
  let sample = channelSampler(channel2, type), landed = /* @__PURE__ */ new Map(), exact = (key) => key.at + offset, target = (key, i) => steps(key, keys2[i - 1], type) ? Math.ceil(exact(key) - 1e-6) : Math.round(exact(key)), miss = (key, frame2) => Math.abs(exact(key) - frame2), merged = [];
  keys2.forEach((key, i) => {
    let frame2 = target(key, i), other = landed.get(frame2);
    if (!other) return void landed.set(frame2, key);
    let [nearer, farther] = miss(key, frame2) < miss(other, frame2) ? [key, other] : [other, key], free = frame2 + (farther === key ? 1 : -1), taken2 = landed.has(free) || farther === key && keys2[i + 1] !== void 0 && target(keys2[i + 1], i + 1) === free && miss(keys2[i + 1], free) < miss(key, free);
    landed.set(frame2, nearer), taken2 ? merged.push(frame2) : landed.set(free, farther);
  }), merged.length > 0 && tell(`${label}: keys were merged at frame ${[...new Set(merged)].join(", ")}.`);
  let frames = [...landed].sort((a, b) => a[0] - b[0]), made = frames.map(([frame2, key], i) => {
    let at2 = frame2 - offset, moved = Math.abs(at2 - key.at) > 1e-6, scale2 = (from, to, a, b) => from && to && a !== void 0 && b !== void 0 ? (b - a) / (to.at - from.at) : 1, [before, after] = [frames[i - 1], frames[i + 1]], [left2, right] = [scale2(before?.[1], key, before?.[0], frame2), scale2(key, after?.[1], frame2, after?.[0])], bent4 = (handle2, by) => Array.isArray(handle2) ? [handle2[0] * by, handle2[1]] : handle2;
    return { ...key, at: at2, ...moved ? { value: sample(at2) } : {}, ...key.left === void 0 ? {} : { left: bent4(key.left, left2) }, ...key.right === void 0 ? {} : { right: bent4(key.right, right) } };
  });
  return { ...channel2, keys: Object.fromEntries(made.map((key) => [key.id, key])) };
}
function isWhole(at2) {
  return Math.abs(at2 - Math.round(at2)) <= 1e-6;
}
function steps(key, before, type) {
  return type === "T" || type === "B" || type === "E" ? !0 : key.arrives !== void 0 && key.arrives !== null || before?.right === "hold" || before?.ease === "hold";
}

// src/core/bake/bake-tracks.ts
function newTimeOf(map, { from, to, looks }) {
  let segments = segmentsOver(map, from, to);
  return segments && { map, segments, looks };
}
function bakedTracks(baking, host, layer3, map, window, known, path2, where) {
  let { project, wish, count: count2, left: left2, tracks } = baking, { stack } = timingOf(project, host, layer3), through = (keys2) => newTimeOf(map ? compose(map, keys2) : keys2, window), shared = stack.keySteps.length === 0 ? layer3.start : stack.keys, timeFor = (address) => {
    let name2 = stack.narrowed.includes(address) ? stack.keysOf(address) : shared;
    return known.has(name2) || known.set(name2, through(stack.keysOf(address))), known.get(name2);
  }, next2 = layer3;
  for (let track of ownTracks(layer3)) {
    let { channel: channel2, address, spec } = track;
    if (!channel2) continue;
    let inFrames = spec.unit === "frames";
    if (!canChange(channel2) && !(inFrames && channel2.value !== 0)) continue;
    let time4 = timeFor(address), baked = time4 && (canChange(channel2) ? bakeChannel(channel2, spec, time4, wish.tolerance) : channel2);
    if (!baked) {
      left2.push({ where: `${where}, ${spec.label}`, why: "Its time falls into more pieces than can be written out." });
      continue;
    }
    channel2.formula !== null && !channel2.formulaOff && left2.push({ where: `${where}, ${spec.label}`, why: "Its formula is kept as it is: formulas do not play yet." });
    let made = wish.whole ? onWholeFrames(baked, spec, window.offset, (what) => left2.push({ where: `${where}, ${spec.label}`, why: what })) : baked, settled2 = inFrames ? inNewFrames(made, time4, track, where, left2) : made;
    canChange(channel2) && (count2.before += keyCount(channel2), count2.after += keyCount(settled2), tracks.push({ path: path2, address })), settled2 !== channel2 && (next2 = withAt(next2, track.path, settled2));
  }
  return next2;
}
function inNewFrames(channel2, { segments }, { spec }, where, left2) {
  let slopes = new Set(segments.map((segment) => segment.kind === "linear" ? Math.round(segment.rate(segment.from) * 1e9) / 1e9 : 0)), [slope] = slopes;
  if (slopes.size === 1 && slope) {
    if (slope === 1) return channel2;
    let worth = (value) => dust(value / slope), bent4 = (handle2) => Array.isArray(handle2) ? [handle2[0], worth(handle2[1])] : handle2, keys2 = inTime(channel2.keys).map((key) => [key.id, {
      ...key,
      value: worth(key.value),
      ...key.arrives === void 0 || key.arrives === null ? {} : { arrives: worth(key.arrives) },
      ...key.right === void 0 ? {} : { right: bent4(key.right) },
      ...key.left === void 0 ? {} : { left: bent4(key.left) }
    }]);
    return { ...channel2, value: worth(channel2.value), keys: Object.fromEntries(keys2) };
  }
  return left2.push({ where: `${where}, ${spec.label}`, why: "It counts in frames, and time does not run evenly here: it stays as it is, and what follows it is another." }), channel2;
}

// src/core/bake/baking.ts
function whereOf(host, path2) {
  return [host.name, ...path2.map(({ name: name2 }) => name2)].join(" / ");
}

// src/core/bake/kept-content.ts
var NEAR2 = 1e-3, TIME = { type: "N", label: "Source time", unit: "frames", start: 0 }, EVEN2 = { by: 1, at: (u) => u };
function paceOf(from, to) {
  return { by: ratio(from, to), at: straightMap(0, to[0] * from[1], to[1] * from[0]).at };
}
function keptContent(project, host, layer3, map, window, rate3, id3) {
  let source = sourceOf(project, host, layer3), nodes2 = inOrder(layer3.timing).filter((node2) => node2.on !== "keys" || node2.off);
  if (!source) return { order: nodes2.map((node2) => node2.id), by: Object.fromEntries(nodes2.map((node2) => [node2.id, node2])) };
  let factor = layer3.kind === "audio" ? ratio(host.rate, rate3) : 1, pace = layer3.kind === "audio" ? EVEN2 : paceOf(rate3, source.rate), incoming = compose(map, timingOf(project, host, layer3).stack.entry), lead = remapFor(incoming, window, pace, factor, id3);
  if (lead === null) return null;
  let own2 = nodes2.map((node2) => ({ ...factor === 1 ? node2 : rescaleOperator(node2, factor), ...node2.on === "both" ? { on: "content" } : {} })), all = [...lead, ...own2];
  return { order: all.map((node2) => node2.id), by: Object.fromEntries(all.map((node2) => [node2.id, node2])) };
}
function remapFor(incoming, { from, to, looks }, pace, factor, id3) {
  let segments = segmentsOver(incoming, from, to);
  if (!segments) return null;
  let [only] = segments;
  if (only && segments.length === 1 && only.kind === "linear" && Math.abs(only.rate(only.from) * factor - pace.by) < 1e-12) {
    let by = pace.at(only.from) - only.at(only.from) * factor;
    return by === 0 ? [] : [{ id: id3, op: "delay", name: "", off: !1, on: "content", tracks: null, by }];
  }
  let [low, high] = [1 / 0, -1 / 0];
  for (let segment of segments) for (let y of [segment.at(segment.from), segment.at(segment.to)]) [low, high] = [Math.min(low, y), Math.max(high, y)];
  let motion = [low === high ? heldLeg(low, high + 1, low) : { from: low, to: high, start: low, end: high, held: !1 }], bending = { spec: TIME, tolerance: NEAR2, looks, shown: (at2) => at2 }, legs = joined3(bentLegs(motion, segments, bending), (at2) => incoming.at(at2), bending), { keys: keys2, value } = keysFromLegs(legs, "N"), bent4 = (handle2) => Array.isArray(handle2) ? [handle2[0] * pace.by, handle2[1] * factor] : handle2, own2 = (Object.values(keys2).length > 0 ? Object.values(keys2) : [{ id: "k1", at: from, value }]).map(({ id: key, at: at2, value: to2, right, left: left2, arrives }) => [key, {
    id: key,
    at: pace.at(at2),
    to: to2 * factor,
    joined: !1,
    ...right === void 0 ? {} : { right: bent4(right) },
    ...left2 === void 0 ? {} : { left: bent4(left2) },
    ...arrives === void 0 ? {} : { arrives: arrives * factor }
  }]);
  return [{ id: id3, op: "remap", name: "", off: !1, on: "content", tracks: null, keys: Object.fromEntries(own2) }];
}

// src/core/bake/copy-inside.ts
function* copyInside(baking, source, shown2, window, way2) {
  let { host, newId, count: count2 } = baking, looks = window.looks.within(window.from, window.to), known = /* @__PURE__ */ new Map(), spansKnown = /* @__PURE__ */ new Map(), layers2 = [];
  for (let layer3 of inOrder(source.layers))
    layers2.push(yield* copyLayer(baking, source, layer3, shown2, looks, window, way2, known, spansKnown)), count2.done++, yield;
  let size2 = { width: source.width, height: source.height, rate: host.rate, duration: Math.max(1, Math.ceil(window.to)) }, copy = {
    ...newComposition(newId(), freeName(baking.names, `${source.name} baked`), { ...size2, background: source.background }),
    note: source.note,
    colour: source.colour,
    markers: carried(source.markers, shown2.map, window),
    layers: { order: layers2.map((layer3) => layer3.id), by: Object.fromEntries(layers2.map((layer3) => [layer3.id, layer3])) }
  };
  return baking.compositions.push(copy), copy;
}
function freeName(names, wanted2) {
  let name2 = wanted2;
  for (let n2 = 2; names.has(name2); n2++) name2 = `${wanted2} ${n2}`;
  return names.add(name2), name2;
}
function* copyLayer(baking, source, layer3, shown2, looks, window, way2, known, spansKnown) {
  let { project, host, left: left2, wish } = baking, path2 = [...way2, layer3], where = whereOf(host, path2), content = sourceOf(project, source, layer3), times = content ? shown2.at.map((at2) => at2 === null ? null : sourceTimeAt(project, source, layer3, at2)) : null, name2 = times ? null : JSON.stringify(layer3.spans), found3 = name2 !== null && spansKnown.get(name2) || spansFrom(looks, (i) => times ? times[i] !== null : shown2.at[i] !== null && inSpans(layer3.spans, shown2.at[i]), window.to);
  name2 !== null && spansKnown.set(name2, found3);
  let seen = found3.length > 0;
  layer3.kind === "text" && layer3.letters && newTimeOf(shown2.map, window)?.segments.some((segment) => segment.kind !== "linear") && left2.push({ where, why: "Its letters follow one another in time, which does not run evenly here." }), baking.tracks.push({ path: path2.map(({ id: id3 }) => id3), address: "shown" });
  let base4 = {
    ...bakedTracks(baking, source, layer3, shown2.map, window, known, path2.map(({ id: id3 }) => id3), where),
    start: 0,
    spans: seen ? found3 : [[window.from, window.to]],
    visible: layer3.visible && seen,
    timing: { order: [], by: {} },
    markers: carried(layer3.markers, shown2.map, window),
    ...layer3.kind === "audio" ? { fadeIn: rescaled(layer3.fadeIn, ratio(source.rate, host.rate)), fadeOut: rescaled(layer3.fadeOut, ratio(source.rate, host.rate)) } : {}
  };
  if (!content) return base4;
  let inner = layer3.kind === "nest" ? member(project.compositions.by, layer3.source) : void 0, isRing = inner !== void 0 && (inner.id === host.id || path2.slice(0, -1).some((one) => one.kind === "nest" && one.source === inner.id));
  if (layer3.kind === "nest" && inner && wish.deep && !isRing) {
    let { stack } = timingOf(project, source, layer3), map = composeAll([shown2.map, stack.content, ...shownWhole(layer3, content.D), ...content.offset === 0 ? [] : [straightMap(-content.offset, 1, 1)]]), at2 = times.map((time4) => time4 === null ? null : dust(time4 + content.offset)), copy = yield* copyInside(baking, inner, { map, at: at2 }, window, path2);
    return { ...withDials(baking, base4, layer3, compose(shown2.map, stack.entry), window, EVEN2, where), source: copy.id, take: null, sampling: "exact" };
  }
  wish.deep && layer3.kind !== "nest" && left2.push({ where, why: `${layer3.kind === "audio" ? "Sound" : "Footage"} has no keys of its own: its time became one remap.` });
  let timing = keptContent(project, source, layer3, shown2.map, window, host.rate, freeId(layer3));
  if (!timing)
    return left2.push({ where, why: "Its time falls into more pieces than can be written out; it stands as it was." }), base4;
  let markers = inOrder(layer3.timing).some((node2) => node2.op === "cue" && !node2.off && node2.on !== "keys") ? rescaleMarkers(fromStart(layer3), ratio(source.rate, host.rate)) : base4.markers, pace = layer3.kind === "audio" ? EVEN2 : paceOf(host.rate, content.rate);
  return { ...layer3.kind === "nest" ? withDials(baking, base4, layer3, compose(shown2.map, timingOf(project, source, layer3).stack.entry), window, pace, where) : base4, timing, markers };
}
function fromStart({ markers, start }) {
  let own2 = straightMap(start, 1, 1);
  return Object.fromEntries(inTime(markers).map((marker2) => [marker2.id, { ...marker2, at: own2.at(marker2.at) }]));
}
function shownWhole(layer3, D) {
  return layer3.sampling !== "whole" ? [] : [operatorOf("step").prepare({ every: 1, phase: 0, round: "down", cuts: [] }, { on: "content", D, rates: { host: [1, 1], source: [1, 1] }, rigid: [], markers: [] })];
}
function withDials(baking, next2, nest, map, window, pace, where) {
  let time4 = newTimeOf(map, window), made = next2;
  for (let { address, path: path2, channel: channel2, spec } of tracksOf(baking.project, nest)) {
    if (spec.clock !== "source" || !channel2 || !canChange(channel2)) continue;
    let baked = time4 && bakeChannel(channel2, spec, time4, baking.wish.tolerance);
    baked ? made = withAt(made, path2, inPace(baked, pace)) : baking.left.push({ where: `${where}, ${address}`, why: "Its time falls into more pieces than can be written out." });
  }
  return made;
}
function inPace(channel2, pace) {
  if (pace.by === 1) return channel2;
  let bent4 = (handle2) => Array.isArray(handle2) ? [handle2[0] * pace.by, handle2[1]] : handle2;
  return { ...channel2, keys: Object.fromEntries(inTime(channel2.keys).map((key) => [key.id, { ...key, at: pace.at(key.at), ...key.right === void 0 ? {} : { right: bent4(key.right) }, ...key.left === void 0 ? {} : { left: bent4(key.left) } }])) };
}
function freeId(layer3) {
  let id3 = "baked";
  for (let n2 = 2; member(layer3.timing.by, id3); n2++) id3 = `baked${n2}`;
  return id3;
}
function spansFrom(looks, isShown2, end) {
  let spans2 = [];
  for (let i = 0; i < looks.length; i++) {
    if (!isShown2(i)) continue;
    let until = looks[i + 1] ?? end, last = spans2[spans2.length - 1];
    last && last[1] === looks[i] ? last[1] = until : spans2.push([looks[i], until]);
  }
  return spans2;
}
function carried(markers, map, { from, to }) {
  let all = [];
  for (let marker2 of inTime(markers)) {
    let { found: found3 } = preimages(map, marker2.at, from, to);
    found3.slice(0, MOST_MARKERS).forEach((there, n2) => {
      let ends = marker2.length > 0 ? preimages(map, marker2.at + marker2.length, there.from, to).found[0] : void 0;
      all.push({ ...marker2, id: n2 === 0 ? marker2.id : `${marker2.id}-${n2 + 1}`, at: there.from, length: ends ? ends.from - there.from : marker2.length });
    });
  }
  return Object.fromEntries(all.map((marker2) => [marker2.id, marker2]));
}
var MOST_MARKERS = 1e3;

// src/core/bake/looks.ts
function looksAt(offset, between4 = []) {
  let whole2 = (at2) => dust(at2 + offset), others = [...new Set(between4.filter((at2) => whole2(at2) !== Math.round(whole2(at2))))].sort((a, b) => a - b), first = (at2) => {
    let [low, high] = [0, others.length];
    for (; low < high; ) {
      let middle = low + high >> 1;
      others[middle] > at2 + 1e-6 ? high = middle : low = middle + 1;
    }
    return low;
  };
  return {
    next: (at2) => Math.min(Math.floor(whole2(at2)) + 1 - offset, others[first(at2)] ?? 1 / 0),
    has: (at2) => whole2(at2) === Math.round(whole2(at2)) || Math.abs((others[first(at2 - 3 * 1e-6)] ?? 1 / 0) - at2) <= 1e-6,
    within(from, to) {
      let found3 = [];
      for (let n2 = Math.ceil(whole2(from)); n2 - offset < to - 1e-6; n2++) found3.push(dust(n2 - offset));
      let more = others.slice(first(from - 2 * 1e-6)).filter((at2) => at2 >= from && at2 < to);
      return more.length === 0 ? found3 : [...found3, ...more].sort((a, b) => a - b);
    }
  };
}

// src/core/bake/looked-at.ts
var MOST2 = 2e4;
function looksBetween(project, id3, inside3 = /* @__PURE__ */ new Set()) {
  if (inside3.has(id3)) return [];
  let found3 = /* @__PURE__ */ new Set(), within = /* @__PURE__ */ new Set([...inside3, id3]);
  for (let host of inOrder(project.compositions)) {
    let nests = inOrder(host.layers).filter((layer3) => layer3.kind === "nest" && layer3.source === id3 && member(project.compositions.by, id3));
    if (nests.length === 0) continue;
    let frames = looksBetween(project, host.id, within);
    for (let nest of nests) {
      let offset = sourceOf(project, host, nest).offset, look = (frame2) => {
        let at2 = sourceTimeAt(project, host, nest, frame2);
        if (at2 === null) return;
        let there = dust(at2 + offset);
        there !== Math.round(there) && found3.add(there);
      };
      for (let frame2 = 0; frame2 < host.duration && found3.size < MOST2; frame2++) look(frame2);
      for (let frame2 of frames) found3.size < MOST2 && look(frame2);
    }
  }
  return [...found3];
}

// src/core/bake/bake.ts
var LONGEST = 2e5;
function* bakeSteps(project, compositionId, ids, wish, newId) {
  let host = member(project.compositions.by, compositionId), baking = {
    project,
    host,
    wish,
    newId,
    between: looksBetween(project, host.id),
    names: new Set(inOrder(project.compositions).map(({ name: name2 }) => name2)),
    compositions: [],
    tracks: [],
    left: [],
    count: { before: 0, after: 0, done: 0 }
  }, layers2 = [];
  for (let id3 of ids) {
    let layer3 = member(host.layers.by, id3);
    if (!layer3) continue;
    let baked = bakeLayer(baking, layer3), step2 = baked.next();
    for (; !step2.done; step2 = baked.next()) yield baking.count.done;
    step2.value !== layer3 && layers2.push(step2.value);
  }
  let { compositions: compositions2, tracks, left: left2, count: count2 } = baking;
  return { layers: layers2, compositions: compositions2, tracks, left: left2, keysBefore: count2.before, keysAfter: count2.after };
}
function* bakeLayer(baking, layer3) {
  let { project, host, wish, left: left2 } = baking, where = whereOf(host, [layer3]), kept = keptOperators(layer3);
  if (kept.length > 0)
    return left2.push({ where, why: `Its ${kept.join(", ")} is kept and does not play yet; the layer stands as it was.` }), layer3;
  let outer2 = hull(layer3.spans);
  if (outer2 && outer2[1] - outer2[0] > LONGEST)
    return left2.push({ where, why: `Its bar is longer than ${LONGEST} frames.` }), layer3;
  let source = sourceOf(project, host, layer3), { stack } = timingOf(project, host, layer3), active = inOrder(layer3.timing).filter((node2) => !node2.off), both = source !== null && active.some((node2) => node2.on === "both"), inside3 = layer3.kind === "nest" ? member(project.compositions.by, layer3.source) : void 0, wantsContent = wish.on !== "keys" && source !== null && outer2 !== null && (stack.steps.length > 0 || inside3 !== void 0 && (wish.deep || ratio(host.rate, inside3.rate) !== 1 || layer3.sampling === "whole")), start = wantsContent && layer3.kind === "nest" ? Math.floor(Math.min(layer3.start, outer2[0])) : layer3.start, moved = layer3.start - start, wantsKeys = stack.keySteps.length > 0 && (wish.on !== "content" || wantsContent && (both || moved !== 0));
  if (wish.on === "content" && wantsKeys && left2.push({ where, why: both ? "A step bends both its picture and its own keys: these were baked too." : "It begins before its own start: its own keys were baked too." }), !wantsContent && !wantsKeys)
    return left2.push({ where, why: wish.on === "keys" ? "Nothing bends the time of its keys." : hasContentTime(layer3.kind) && wish.on === "content" ? "Nothing bends the time of what it shows." : stack.keySteps.length > 0 ? "It has a timing of its own keys alone: bake keys, or both." : "It has no timing." }), layer3;
  let next2 = layer3;
  if (wantsKeys || moved !== 0) {
    let [from, to] = [Math.min(0, outer2?.[0] ?? 0) - start, Math.max(host.duration, outer2?.[1] ?? 0) + 1 - start], window = { from, to, looks: looksAt(start, baking.between.map((at2) => at2 - start)), offset: start }, timed2 = wantsKeys ? layer3 : { ...layer3, timing: { order: [], by: {} } }, silent = wantsKeys ? baking : { ...baking, tracks: [], count: { before: 0, after: 0, done: 0 } };
    next2 = { ...bakedTracks(silent, host, timed2, straightMap(-start, 1, 1), window, /* @__PURE__ */ new Map(), [layer3.id], where), timing: layer3.timing };
  }
  let shown2 = wantsContent ? yield* withContent(baking, layer3, next2, start, outer2[1], where) : null;
  next2 = shown2 ?? next2;
  let rest2 = inOrder(next2.timing).flatMap((node2) => {
    let on = node2.on ?? (source ? "content" : "keys");
    return on === "keys" || on === "both" && !source ? wantsKeys ? [] : [node2] : on === "both" ? shown2 ? [] : [wantsKeys ? { ...node2, on: "content" } : node2] : shown2 && layer3.kind === "nest" ? [] : [node2];
  });
  return baking.count.done++, yield, { ...next2, start, timing: listOf(rest2) };
}
function* withContent(baking, layer3, next2, start, end, where) {
  let { project, host, left: left2 } = baking, source = sourceOf(project, host, layer3), { stack } = timingOf(project, host, layer3), window = { from: 0, to: Math.max(1, Math.ceil(end - start)), looks: looksAt(start, baking.between.map((at3) => at3 - start)), offset: 0 }, toHost = straightMap(-start, 1, 1), inside3 = layer3.kind === "nest" ? member(project.compositions.by, layer3.source) : void 0;
  if (layer3.kind !== "nest" || !inside3) {
    let early = { ...window, from: Math.min(0, hull(layer3.spans)[0] - start) }, nodes2 = remapFor(compose(toHost, stack.content), early, layer3.kind === "footage" ? paceOf(host.rate, source.rate) : EVEN2, 1, freeId(layer3)), own2 = inOrder(layer3.timing).filter((node2) => node2.on === "keys"), frames = looksAt(0, baking.between).within(hull(layer3.spans)[0], end), shows = (frame2) => sourceTimeAt(project, host, layer3, frame2) !== null, spans2 = frames.every((frame2) => shows(frame2) || !inSpans(layer3.spans, frame2)) ? layer3.spans : spansFrom(frames, (i) => shows(frames[i]), end);
    return !nodes2 || spans2.length === 0 ? null : (left2.push({ where, why: `${layer3.kind === "audio" ? "Sound" : "Footage"} has no keys of its own: its timing became one remap.` }), { ...next2, spans: spans2, timing: listOf([...nodes2, ...own2]) });
  }
  let map = composeAll([toHost, stack.content, ...shownWhole(layer3, source.D), ...source.offset === 0 ? [] : [straightMap(-source.offset, 1, 1)]]), at2 = window.looks.within(0, window.to).map((u) => {
    let time4 = sourceTimeAt(project, host, layer3, u + start);
    return time4 === null ? null : dust(time4 + source.offset);
  }), copy = yield* copyInside(baking, inside3, { map, at: at2 }, window, [layer3]);
  return { ...withDials(baking, next2, layer3, compose(toHost, stack.entry), window, EVEN2, where), source: copy.id, take: null, sampling: "exact" };
}
function listOf(nodes2) {
  return { order: nodes2.map((node2) => node2.id), by: Object.fromEntries(nodes2.map((node2) => [node2.id, node2])) };
}

// src/core/bake/proof.ts
var STRIDE2 = 8;
function* proofSteps(before, after, hostId, tracks) {
  let host = member(before.compositions.by, hostId), rooms = roomsOf(before, after, hostId, tracks), worst = [], between4 = null, [compared, done] = [0, 0], proved = [...Array.from({ length: host.duration }, (_, frame2) => frame2), ...looksBetween(before, hostId).filter((at2) => at2 >= 0 && at2 < host.duration)], halves = [];
  for (let frame2 = STRIDE2 / 2 + 0.5; frame2 < host.duration; frame2 += STRIDE2) halves.push(frame2);
  let many = rooms.reduce((sum2, room) => sum2 + room.pairs.length, 0);
  for (let room of rooms) {
    let [whole2, half] = [looksInto(before, after, room, proved), looksInto(before, after, room, halves)];
    for (let pair2 of room.pairs) {
      if (pair2.bar) {
        let wrong = barMisses(before, after, room, pair2, whole2);
        wrong !== null && worst.push({ path: [...room.path, pair2.was.id], address: "shown", label: `${pair2.was.name}, shown`, frame: wrong, error: 1 });
      }
      let [ours, theirs] = [timesOf(pair2, whole2), timesOf(pair2, half)];
      for (let subject of pair2.tracks) {
        let miss = (found4) => ({ path: [...room.path, pair2.was.id], address: subject.address, label: `${pair2.was.name}, ${subject.label}`, ...found4 }), found3 = worstOf(subject, whole2, ours);
        found3 && worst.push(miss(found3)), compared += proved.length;
        let other = worstOf(subject, half, theirs);
        other && other.error > (between4?.error ?? -1) && (between4 = miss(other));
      }
      ++done % 8 === 0 && (yield done / many);
    }
  }
  return { worst: worst.sort((a, b) => b.error - a.error), between: between4, compared };
}
function looksInto(before, after, { was, is }, frames) {
  let known = /* @__PURE__ */ new Map(), there = [], which = Int32Array.from(frames, (frame2) => {
    let at2 = timeOn(before, was, frame2);
    if (at2 === null) return -1;
    let index = known.get(at2);
    return index === void 0 && known.set(at2, index = there.push(at2) - 1), index;
  });
  return { frames, there, which, here: frames.map((frame2) => timeOn(after, is, frame2)) };
}
function timesOf({ wasAt, isAt }, { there, here }) {
  return { was: there.map(wasAt), is: here.map((at2) => at2 === null ? NaN : isAt(at2)) };
}
function worstOf({ was, is }, { frames, there, which, here }, times) {
  let [one, other] = [was.at ? there.map(was.at) : times.was, is.at ? here.map((at2) => at2 === null ? NaN : is.at(at2)) : times.is], values = one.map(was.sample), worst = -1, frame2 = 0;
  for (let i = 0; i < frames.length; i++) {
    let index = which[i];
    if (index < 0 || here[i] === null) continue;
    let [a, b] = [values[index], is.sample(other[i])], error2 = typeof a == "number" && typeof b == "number" ? Math.abs(a - b) : difference(a, b);
    error2 > worst && ([worst, frame2] = [error2, frames[i]]);
  }
  return worst < 0 ? null : { frame: frame2, error: worst };
}
function barMisses(before, after, { was, is }, pair2, { frames, there, which, here }) {
  if (!pair2.was.visible) return null;
  let shown2 = there.map((at3) => isShown(before, was.end, pair2.was, at3)), at2 = frames.findIndex((_, i) => {
    let now = here[i];
    return (which[i] >= 0 && shown2[which[i]]) !== (now !== null && pair2.is.visible && isShown(after, is.end, pair2.is, now));
  });
  return at2 < 0 ? null : frames[at2];
}
function roomsOf(before, after, hostId, tracks) {
  let rooms = /* @__PURE__ */ new Map();
  for (let { path: path2, address } of tracks) {
    let nests = path2.slice(0, -1), name2 = nests.join("/"), room = rooms.get(name2) ?? { path: nests, layers: /* @__PURE__ */ new Map() };
    rooms.set(name2, room);
    let id3 = path2[path2.length - 1];
    room.layers.set(id3, [...room.layers.get(id3) ?? [], address]);
  }
  return [...rooms.values()].flatMap(({ path: path2, layers: layers2 }) => {
    let [was, is] = [wayOf(before, hostId, path2), wayOf(after, hostId, path2)];
    return !was || !is ? [] : [{ path: path2, was, is, pairs: [...layers2].flatMap(([id3, addresses]) => pairOf2(before, after, was.end, is.end, id3, addresses, path2.length === 0) ?? []) }];
  });
}
function pairOf2(before, after, wasIn, isIn, id3, addresses, outermost) {
  let [was, is] = [member(wasIn.layers.by, id3), member(isIn.layers.by, id3)];
  if (!was || !is) return null;
  let tracks = addresses.flatMap((address) => {
    let [one, other] = [trackAt(before, was, address), trackAt(after, is, address)];
    return one && other ? [{ address, label: one.spec.label, was: sampled(before, wasIn, was, one), is: sampled(after, isIn, is, other) }] : [];
  }), bar = !(outermost && was.kind === "nest");
  return { was, is, bar, tracks, wasAt: keyTimesOf(before, wasIn, was).at, isAt: keyTimesOf(after, isIn, is).at };
}
function sampled(project, host, layer3, track) {
  let times = keyTimesOf(project, host, layer3, track);
  return { sample: track.channel ? channelSampler(track.channel, track.spec.type) : () => track.spec.start, at: times === keyTimesOf(project, host, layer3) ? null : times.at };
}
function wayOf(project, hostId, path2) {
  let host = member(project.compositions.by, hostId), nests = [];
  for (let id3 of path2) {
    let layer3 = host && member(host.layers.by, id3);
    if (!host || layer3?.kind !== "nest") return null;
    nests.push({ host, layer: layer3, offset: sourceOf(project, host, layer3)?.offset ?? 0 }), host = member(project.compositions.by, layer3.source);
  }
  return host ? { nests, end: host } : null;
}
function timeOn(project, { nests }, frame2) {
  let at2 = frame2;
  for (let { host, layer: layer3, offset } of nests) {
    if (at2 === null) return null;
    let time4 = sourceTimeAt(project, host, layer3, at2);
    at2 = time4 === null ? null : dust(time4 + offset);
  }
  return at2;
}
function isShown(project, host, layer3, at2) {
  return "source" in layer3 ? sourceTimeAt(project, host, layer3, at2) !== null : inSpans(layer3.spans, at2);
}

// src/core/commands/document/change.ts
function count(n2, one, many = `${one}s`) {
  return `${n2} ${n2 === 1 ? one : many}`;
}

// src/core/commands/document/next-name.ts
function nextName(wanted2, taken2) {
  if (!taken2.has(wanted2)) return wanted2;
  let bare2 = wanted2.replace(/ \d+$/, "");
  for (let n2 = 2; ; n2++) if (!taken2.has(`${bare2} ${n2}`)) return `${bare2} ${n2}`;
}
function nextNames(wanted2, taken2) {
  let known = new Set(taken2);
  return wanted2.map((name2) => {
    let next2 = nextName(name2, known);
    return known.add(next2), next2;
  });
}
var LONGEST2 = 40;
function nameFromWords(words2) {
  let line2 = typeof words2 == "string" ? words2.split(`
`).map((one) => one.trim()).find((one) => one !== "") : void 0;
  return line2 === void 0 ? null : line2.length <= LONGEST2 ? line2 : `${line2.slice(0, LONGEST2 - 2).trimEnd()} \u2026`;
}
function isNamedByWords(name2, words2) {
  return name2.replace(/ \d+$/, "") === (nameFromWords(words2) ?? "Text").replace(/ \d+$/, "") || nameFromWords(words2) === null && /^Text( \d+)?$/.test(name2);
}

// src/core/commands/document/patch.ts
var FORBIDDEN = /* @__PURE__ */ new Set(["__proto__", "prototype", "constructor"]);
function applyPatches(project, patches) {
  let clashes = [], current = project, fresh = /* @__PURE__ */ new WeakSet();
  for (let patch of patches) {
    let found3 = readPath(current, patch.path);
    found3.there ? isOrder(patch) ? current = writePath(current, patch.path, 0, reorder(patch.from, patch.to, found3.value), fresh) : sameValue(found3.value, patch.from) ? current = writePath(current, patch.path, 0, patch.to, fresh) : clashes.push({ patch, found: found3.value, gone: !1 }) : clashes.push({ patch, found: void 0, gone: !0 });
  }
  return { project: current, clashes };
}
var LEAVES = /* @__PURE__ */ new Set(["tempo", "value", "arrives", "curve", "kept", "data", "hits", "version", "joint", "travel", "rest"]);
function patchesBetween(path2, before, after) {
  if (sameValue(before, after)) return [];
  if (!([before, after].every((one) => one !== null && typeof one == "object" && !Array.isArray(one)) && !LEAVES.has(path2[path2.length - 1]))) return [patchOf(path2, before, after)];
  let [left2, right] = [before, after];
  return [.../* @__PURE__ */ new Set([...Object.keys(left2), ...Object.keys(right)])].flatMap((key) => patchesBetween([...path2, key], left2[key], right[key]));
}
function patchOf(path2, from, to) {
  return { path: path2, ...from === void 0 ? {} : { from }, ...to === void 0 ? {} : { to } };
}
function readPath(root, path2) {
  let here = root;
  for (let step2 of path2) {
    if (here === null || typeof here != "object" || Array.isArray(here) || FORBIDDEN.has(step2)) return { there: !1, value: void 0 };
    if (here = Object.hasOwn(here, step2) ? here[step2] : void 0, here === void 0 && step2 !== path2[path2.length - 1]) return { there: !1, value: void 0 };
  }
  return { there: path2.length > 0, value: here };
}
function writePath(root, path2, depth2, value, fresh) {
  let step2 = path2[depth2];
  if (step2 === void 0) return value;
  let here = root, inner = writePath(here[step2], path2, depth2 + 1, value, fresh);
  if (inner === here[step2]) return root;
  let mine = fresh.has(here) ? here : { ...here };
  return fresh.add(mine), inner === void 0 ? delete mine[step2] : mine[step2] = inner, mine;
}
function isOrder({ path: path2, from, to }) {
  return path2[path2.length - 1] === "order" && Array.isArray(from) && Array.isArray(to);
}
function reorder(before, after, current) {
  if (sameValue(before, current)) return after;
  let [had, has, here] = [new Set(before), new Set(after), new Set(current)], result = after.filter((id3) => here.has(id3) || !had.has(id3)), placed = new Set(result), followers = /* @__PURE__ */ new Map(), left2 = null;
  for (let id3 of current)
    if (placed.has(id3)) left2 = id3;
    else if (!had.has(id3) && !has.has(id3)) {
      let behind = followers.get(left2);
      behind ? behind.push(id3) : followers.set(left2, [id3]);
    }
  return [...followers.get(null) ?? [], ...result.flatMap((id3) => [id3, ...followers.get(id3) ?? []])];
}
function sameValue(a, b) {
  if (a === b || Object.is(a, b)) return !0;
  if (a === null || b === null || typeof a != "object" || typeof b != "object" || Array.isArray(a) !== Array.isArray(b)) return !1;
  let [left2, right] = [definedKeys(a), definedKeys(b)];
  return left2.length === right.length && left2.every((key) => sameValue(a[key], b[key]));
}
function definedKeys(value) {
  return Object.keys(value).filter((key) => value[key] !== void 0);
}

// src/core/commands/document/paths.ts
function compositionPath(composition3) {
  return ["compositions", "by", composition3];
}
function layerPath(composition3, layer3) {
  return [...compositionPath(composition3), "layers", "by", layer3];
}
function trackPath(composition3, layer3, track) {
  return [...layerPath(composition3, layer3), ...track.path];
}

// src/core/commands/document/target.ts
function reach(project, compositionId, ref, toRead = !1) {
  let composition3 = member(project.compositions.by, compositionId), layer3 = composition3 && member(composition3.layers.by, ref.layer), track = layer3 && trackAt(project, layer3, ref.track);
  return composition3 && layer3 && track && (toRead || !layer3.locked) ? { composition: composition3, layer: layer3, track } : null;
}
function reachLayer(project, compositionId, id3) {
  let layer3 = member(project.compositions.by, compositionId)?.layers.by[id3];
  return layer3 && !layer3.locked ? layer3 : null;
}
function keysOf2(channel2) {
  return channel2 ? inTime(channel2.keys) : [];
}
function restingChannel({ spec }) {
  return { value: spec.start, keys: {}, before: "hold", after: "hold", repeats: null, formula: null, formulaOff: !1, limits: null, closed: !1 };
}

// src/core/commands/keys/key-shape.ts
var SHAPED = ["right", "left", "ease", "kept"], SMOOTH = [0.42, 0, 0.58, 1];
function isHeldKey(key) {
  return key.right === "hold" || key.ease === "hold";
}
function shapeKeys(project, compositionId, refs, shape) {
  let keys2 = refs.flatMap((ref) => {
    let target = reach(project, compositionId, ref), key = target?.track.channel?.keys[ref.key], type = target?.track.spec.type;
    return target && key && (type === "N" || type === "P" || type === "C" || type === "S") ? [{ key, own: target.track.operator !== null, scalar: type === "N", path: [...trackPath(compositionId, ref.layer, target.track), "keys", ref.key] }] : [];
  }), lifting = shape === "held" && keys2.every(({ key }) => isHeldKey(key)), patches = keys2.flatMap(({ key, own: own2, scalar, path: path2 }) => {
    let after = lifting ? lifted(key, scalar) : shaped(key, scalar, shape);
    return SHAPED.filter((field) => !(own2 && field === "kept") && JSON.stringify(key[field]) !== JSON.stringify(after[field])).map((field) => patchOf([...path2, field], key[field], after[field]));
  }), word = lifting ? "Let go of" : { straight: "Straighten", smooth: "Smooth", held: "Hold" }[shape];
  return patches.length === 0 ? null : { event: "keys.shape", label: `${word} ${count(keys2.length, "key")}`, patches };
}
function shaped(key, scalar, shape) {
  return shape === "straight" ? {} : shape === "smooth" ? scalar ? { right: "smooth", left: "smooth" } : { ease: SMOOTH } : isHeldKey(key) ? key : scalar ? { left: key.left, right: "hold", kept: key.right } : { ease: "hold", kept: key.ease };
}
function lifted(key, scalar) {
  return scalar ? { left: key.left, right: key.kept } : { ease: key.kept };
}
function setOutside(project, compositionId, refs, side2, rule, repeats3) {
  let many = 0, patches = [...new Map(refs.map((ref) => [`${ref.layer}
${ref.track}`, ref])).values()].flatMap((ref) => {
    let target = reach(project, compositionId, ref), channel2 = target?.track.channel;
    if (!target || !channel2 || target.track.operator !== null || !hasKeys(channel2)) return [];
    many++;
    let path2 = trackPath(compositionId, ref.layer, target.track);
    return [
      ...channel2[side2] === rule ? [] : [patchOf([...path2, side2], channel2[side2], rule)],
      ...repeats3 === void 0 || channel2.repeats === repeats3 ? [] : [patchOf([...path2, "repeats"], channel2.repeats, repeats3)]
    ];
  });
  return patches.length === 0 ? null : { event: "tracks.outside", label: `Change ${side2 === "after" ? "the end" : "the beginning"} of ${count(many, "channel")}`, patches };
}

// src/core/commands/keys/stored-key.ts
function storedKey({ operator: operator3 }, key) {
  if (operator3 === null || !key) return key;
  let { value, to, ease: _ease, pathLeft: _left, pathRight: _right, kept: _kept, pace: _pace, ...rest2 } = key;
  return { ...rest2, to: isMoment(to) && to.was === value ? to : value };
}
function keyPatches(track, path2, before, after) {
  return [.../* @__PURE__ */ new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((id3) => {
    if (before[id3] === after[id3]) return [];
    let [old, now] = [storedKey(track, before[id3]), storedKey(track, after[id3])];
    return !old || !now ? [patchOf([...path2, "keys", id3], old, now)] : [.../* @__PURE__ */ new Set([...Object.keys(old), ...Object.keys(now)])].filter((field) => old[field] !== now[field]).map((field) => patchOf([...path2, "keys", id3, field], old[field], now[field]));
  });
}

// src/core/commands/keys/set-values.ts
function setValues(project, compositionId, values, how, verb) {
  let patches = [], was = [], touched = /* @__PURE__ */ new Set(), labels = /* @__PURE__ */ new Set(), [set, moved] = [0, 0];
  for (let { value, ...ref } of values) {
    let target = reach(project, compositionId, ref);
    if (!target) continue;
    let { composition: composition3, layer: layer3, track } = target, x = keyTimesOf(project, composition3, layer3, track).at(how.frame), before = track.channel ?? restingChannel(track), keys3 = keysOf2(track.channel), isKeyed = hasKeys(before), keep = how.keying && how.keepWas && !isKeyed && track.operator === null && !sameValue(before.value, value) ? keptWas(project, composition3, layer3, track, how.frame) : null, base4 = keep === null ? before : { ...before, keys: keyed3(before, how.newId(), keep.at, before.value, project.newKeys, track) }, after = how.keying || track.operator !== null && !isKeyed ? keyedAt(base4, track, x, value, how.newId, project.newKeys) : isKeyed ? shifted3(before, track, x, value) : { ...before, value };
    if (keep !== null && was.push(`${track.spec.label} kept at ${Math.round(keep.frame * 100) / 100}, keyed at ${how.frame}`), sameChannel(before, after)) continue;
    patches.push(...differences(track, trackPath(compositionId, layer3.id, track), after));
    let words2 = layer3.kind === "text" && track.address === "text" && !hasKeys(after) && isNamedByWords(layer3.name, before.value) ? nameFromWords(after.value) : null;
    words2 !== null && words2 !== layer3.name && patches.push(patchOf([...layerPath(compositionId, layer3.id), "name"], layer3.name, words2)), touched.add(layer3.name), labels.add(track.spec.label), how.keying ? set++ : moved += keys3.length;
  }
  if (patches.length === 0) return null;
  let keys2 = set > 0 ? `, ${count(set, "key")} set` : moved > 0 ? `, ${count(moved, "key")} moved` : "", told = was.length === 0 ? {} : { told: `${was[0]}${was.length > 1 ? `, and ${count(was.length - 1, "track")} more` : ""}.` };
  if (verb !== void 0) return { event: "tracks.set", ...told, label: `${verb} ${touched.size === 1 ? [...touched][0] : count(touched.size, "layer")}${keys2}`, moved, patches };
  let what = labels.size === 1 ? [...labels][0] : labels.size === 2 ? [...labels].join(" and ") : count(labels.size, "channel"), whose = touched.size === 1 ? `of ${[...touched][0]}` : `of ${count(touched.size, "layer")}`;
  return { event: "tracks.set", ...told, label: set > 0 ? `Key ${what} ${whose}` : `Change ${what} ${whose}${moved > 0 ? keys2 : ""}`, moved, patches };
}
function addKeys(project, compositionId, refs, how) {
  let patches = [], [added, more] = [0, 0], left2 = [];
  for (let ref of refs) {
    let target = reach(project, compositionId, ref);
    if (!target) continue;
    let { composition: composition3, layer: layer3, track } = target, x = keyTimesOf(project, composition3, layer3, track).at(how.frame), result = keyAdded(track.channel ?? restingChannel(track), track.spec, x, how.newId);
    switch (result.kind) {
      case "there":
        break;
      case "cannot":
        left2.push(`${track.spec.label} of ${layer3.name} takes no key there without changing: ${result.why}`);
        break;
      case "added":
        patches.push(...differences(track, trackPath(compositionId, layer3.id, track), result.channel)), added++, more += result.more;
        break;
    }
  }
  if (added === 0) return left2[0] === void 0 ? null : { refused: `${left2[0]}.` };
  let told = `${more > 0 ? `, and ${count(more, "more", "more")} so that nothing changes` : ""}${left2.length > 0 ? `; ${count(left2.length, "channel")} left out` : ""}`;
  return { event: "keys.add", label: `Add ${count(added, "key")}${told}`, patches };
}
function keyAt(keys2, x) {
  return keys2.find((key) => Math.abs(key.at - x) <= 1e-6);
}
function keptWas(project, composition3, layer3, track, frame2) {
  let earlier = keyMomentsOf(project, composition3, layer3).filter((moment2) => moment2 < frame2 - 1e-6), begin = hull(layer3.spans)?.[0], there = earlier.length > 0 ? Math.max(...earlier) : begin === void 0 ? null : Math.max(0, begin);
  if (there === null || there > frame2 - 1e-6) return null;
  let times = keyTimesOf(project, composition3, layer3, track), at2 = times.at(there);
  return Math.abs(at2 - times.at(frame2)) <= 1e-6 ? null : { frame: there, at: at2 };
}
function keyed3(channel2, id3, at2, value, newKeys, { spec }, more = {}) {
  return { ...channel2.keys, [id3]: { id: id3, at: at2, value, joined: !1, ...newShape2(newKeys, spec), ...more } };
}
function newShape2(newKeys, { type }) {
  let mixes = type === "P" || type === "C" || type === "S";
  if (type !== "N" && !mixes) return {};
  switch (newKeys) {
    case "straight":
    case "drawn":
      return {};
    case "smooth":
      return mixes ? { ease: SMOOTH } : { left: "smooth", right: "smooth" };
    case "hold":
      return mixes ? { ease: "hold" } : { right: "hold" };
  }
}
function keyedAt(channel2, track, x, value, newId, newKeys) {
  let keys2 = inTime(channel2.keys), there = keyAt(keys2, x);
  if (there) return { ...channel2, keys: { ...channel2.keys, [there.id]: { ...there, value } } };
  let i = keys2.findLastIndex((key) => key.at < x), [before, after] = [keys2[i], keys2[i + 1]], put = (way2) => ({ ...channel2, keys: keyed3(channel2, newId(), x, value, newKeys, track, way2) });
  if (!before || !after) return put({});
  if (before.right === "hold" && !before.curve) return put({ right: "hold" });
  if (before.ease === "hold" && !before.curve) return put({ ease: "hold" });
  if (newKeys !== "drawn") return put({});
  if (track.spec.type !== "N") return put({ ...before.ease === void 0 ? {} : { ease: before.ease }, ...before.curve ? { curve: before.curve } : {} });
  let straight2 = !before.curve && before.right === void 0 && after.left === void 0;
  return put(before.curve ? { curve: before.curve } : straight2 ? {} : { left: "smooth", right: "smooth" });
}
function shifted3(channel2, { spec }, x, value) {
  let now = sampleChannel(channel2, spec, x), add2 = (old) => typeof old == "number" ? old + value - now : old.map((part3, c) => part3 + value[c] - now[c]);
  if (spec.type === "N" || spec.type === "P" || spec.type === "C") return { ...shiftedChannel(channel2, add2), value: channel2.value };
  let keys2 = inTime(channel2.keys), inForce = keys2.findLast((key) => key.at <= x) ?? keys2[0];
  return inForce ? { ...channel2, keys: { ...channel2.keys, [inForce.id]: { ...inForce, value } } } : channel2;
}
function shiftedChannel(channel2, move2) {
  let keys2 = Object.entries(channel2.keys).map(([id3, key]) => [id3, { ...key, value: move2(key.value), ...(key.arrives ?? null) === null ? {} : { arrives: move2(key.arrives) } }]);
  return { ...channel2, value: move2(channel2.value), keys: Object.fromEntries(keys2) };
}
function differences(track, path2, after) {
  let { channel: before, operator: operator3 } = track;
  return before ? [...operator3 !== null || before.value === after.value ? [] : [patchOf([...path2, "value"], before.value, after.value)], ...keyPatches(track, path2, before.keys, after.keys)] : [patchOf(path2, void 0, after)];
}
function sameChannel(a, b) {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

// src/core/commands/layers/swap-picture.ts
function pictureSwapped(path2, layer3, before, after) {
  if (before.width === after.width && before.height === after.height) return [];
  let channels2 = layer3.channels, taller = after.height / before.height, change = (name2, start, work2) => {
    let channel2 = channels2[name2], next2 = channel2 ? shiftedChannel(channel2, (value) => fine(work2(value))) : channelAt(fine(work2(start)));
    return sameValue(channel2 ?? channelAt(start), next2) ? [] : [patchOf([...path2, "channels", name2], channel2, next2)];
  };
  return [
    // Seen from the pivot, in shown pixels, the middle lies where it lay.
    ...change("pivotX", 0, (x) => after.width / 2 - (before.width / 2 - x) * taller),
    ...change("pivotY", 0, (y) => y * taller),
    ...change("scaleX", 100, (size2) => size2 / taller),
    ...change("scaleY", 100, (size2) => size2 / taller)
  ];
}
function fine(value) {
  return Math.round(value * 1e6) / 1e6 + 0;
}

// src/core/commands/compositions/compositions.ts
function setTempo(project, compositionId, tempo2) {
  let composition3 = member(project.compositions.by, compositionId);
  return !composition3 || sameValue(composition3.tempo, tempo2) ? null : { event: "composition.tempo", label: tempo2 ? `Set tempo to ${tempo2.bpm} bpm` : "Take the tempo away", patches: [patchOf([...compositionPath(compositionId), "tempo"], composition3.tempo, tempo2)] };
}
var WORDS3 = { name: "Rename", width: "Change size of", height: "Change size of", background: "Change ground of", range: "Set play range of", loops: "Change", note: "Note on", colour: "Mark", rigid: "Mark rigid spans of" };
function setComposition(project, compositionId, fields) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let wanted2 = { ...fields, ...fields.range ? { range: rangeInside(fields.range, composition3.duration) } : {}, ...fields.rigid ? { rigid: settleRigid(fields.rigid, composition3.duration) } : {} }, changed2 = Object.entries(wanted2).filter(([field, value]) => !sameValue(composition3[field], value));
  return changed2.length === 0 ? null : {
    event: "composition.set",
    label: `${WORDS3[changed2[0][0]]} ${composition3.name}`,
    patches: changed2.map(([field, value]) => patchOf([...compositionPath(compositionId), field], composition3[field], value))
  };
}
function rangeInside([from, to], duration2) {
  let start = Math.max(0, Math.min(duration2 - 1, Math.round(from)));
  return [start, Math.max(start + 1, Math.min(duration2, Math.round(to)))];
}
function setDuration(project, compositionId, duration2, bars = "follow") {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || duration2 === composition3.duration || duration2 < 1) return null;
  let before = composition3.duration, path2 = compositionPath(compositionId), range = composition3.range[0] === 0 && composition3.range[1] === before ? [0, duration2] : rangeInside(composition3.range, duration2), rigid2 = settleRigid(composition3.rigid, duration2), reached = inOrder(composition3.layers).filter((layer3) => Math.abs((layer3.spans.at(-1)?.[1] ?? 0) - before) <= 1e-6), follow = bars === "stay" ? [] : reached.filter((layer3) => layer3.spans.at(-1)[0] < duration2 - 1e-6), ended = usesOf(project, compositionId).flatMap(({ host, layer: layer3 }) => (layer3.kind === "nest" && layer3.take === null && !layer3.locked ? inOrder(layer3.timing) : []).flatMap((node2) => (node2.op === "loop" || node2.op === "reverse") && node2.on !== "keys" && node2.to === before && (typeof node2.from != "number" || node2.from < duration2) ? [patchOf([...layerPath(host.id, layer3.id), "timing", "by", node2.id, "to"], node2.to, duration2)] : []));
  return {
    event: "composition.length",
    label: `Make ${composition3.name} ${count(duration2, "frame")} long${follow.length > 0 ? `, ${count(follow.length, "bar")} with it` : ""}`,
    ...ended.length > 0 ? { told: `${count(ended.length, "loop or reverse", "loops and reverses")} ended where ${composition3.name} did and ${ended.length === 1 ? "ends" : "end"} at ${duration2} now.` } : {},
    patches: [
      patchOf([...path2, "duration"], before, duration2),
      ...sameValue(range, composition3.range) ? [] : [patchOf([...path2, "range"], composition3.range, range)],
      // Reading would clip them; done here, undo brings back what was beyond the end.
      ...sameValue(rigid2, composition3.rigid) ? [] : [patchOf([...path2, "rigid"], composition3.rigid, rigid2)],
      ...follow.map((layer3) => patchOf([...layerPath(compositionId, layer3.id), "spans"], layer3.spans, [...layer3.spans.slice(0, -1), [layer3.spans.at(-1)[0], duration2]])),
      ...ended
    ]
  };
}
function setRate(project, compositionId, rate3, keeps2 = "seconds") {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || sameRate(composition3.rate, rate3)) return null;
  let label = `Run ${composition3.name} at ${Math.round(framesPerSecond(rate3) * 1e3) / 1e3} frames a second`;
  if (keeps2 === "frames") return { event: "composition.rate", label: `${label}, frame for frame`, patches: [patchOf([...compositionPath(compositionId), "rate"], composition3.rate, rate3)] };
  let factor = framesPerSecond(rate3) / framesPerSecond(composition3.rate), path2 = compositionPath(compositionId), duration2 = Math.max(1, Math.round(composition3.duration * factor)), to = (at2) => rescaled(at2, factor), whole2 = composition3.range[0] === 0 && composition3.range[1] === composition3.duration, after = {
    rate: rate3,
    duration: duration2,
    range: whole2 ? [0, duration2] : rangeInside([to(composition3.range[0]), to(composition3.range[1])], duration2),
    markers: rescaleMarkers(composition3.markers, factor),
    rigid: composition3.rigid.map(([from, until]) => [rescaleTime(from, factor), rescaleTime(until, factor)]),
    tempo: composition3.tempo && { ...composition3.tempo, offset: to(composition3.tempo.offset), map: composition3.tempo.map?.map(([frame2, beat]) => [to(frame2), beat]) ?? null },
    takes: { ...composition3.takes, by: Object.fromEntries(Object.entries(composition3.takes.by).map(([id3, take2]) => [id3, { ...take2, from: to(take2.from), to: to(take2.to) }])) },
    settled: eachOf(composition3.settled, (one) => ({ ...one, at: to(one.at) })),
    contacts: eachOf(composition3.contacts, (one) => ({ ...one, from: to(one.from), to: to(one.to) })),
    staggers: eachOf(composition3.staggers, (one) => ({ ...one, by: typeof one.by == "number" ? to(one.by) : one.by, total: typeof one.total == "number" ? to(one.total) : one.total })),
    tries: eachOf(composition3.tries, (one) => ({ ...one, layers: Object.fromEntries(Object.entries(one.layers).map(([id3, kept]) => [id3, rescaleTry(composition3, id3, kept, factor)])) }))
  }, patches = Object.entries(after).filter(([field, value]) => !sameValue(composition3[field], value)).map(([field, value]) => patchOf([...path2, field], composition3[field], value));
  for (let layer3 of inOrder(composition3.layers))
    patches.push(...patchesBetween(layerPath(compositionId, layer3.id), layer3, rescaleLayer(layer3, factor)));
  for (let { host, layer: layer3 } of usesOf(project, compositionId)) {
    if (host.id === compositionId) continue;
    let at2 = layerPath(host.id, layer3.id);
    for (let node2 of inOrder(layer3.timing))
      countsInHostFrames(layer3, node2) || patches.push(...patchesBetween([...at2, "timing", "by", node2.id], node2, rescaleOperator(node2, factor)));
    for (let [name2, channel2] of Object.entries(layer3.kind === "nest" ? layer3.dials : {}))
      patches.push(...patchesBetween([...at2, "dials", name2], channel2, rescaleChannel(channel2, factor)));
  }
  return { event: "composition.rate", label, patches };
}
function eachOf(list3, change) {
  return { ...list3, by: Object.fromEntries(Object.entries(list3.by).map(([id3, one]) => [id3, change(one)])) };
}
function rescaleTry(composition3, id3, kept, factor) {
  let layer3 = member(composition3.layers.by, id3);
  if (!layer3) return kept;
  let { start, spans: spans2, timing, markers } = rescaleLayer({ ...layer3, ...kept }, factor);
  return { ...kept, start, spans: spans2, timing, markers };
}
function usesOf(project, sourceId) {
  return inOrder(project.compositions).flatMap((host) => (usersIn(host).get(sourceId) ?? []).map((layer3) => ({ host, layer: layer3 })));
}
var users = /* @__PURE__ */ new WeakMap();
function usersIn({ layers: layers2 }) {
  let known = users.get(layers2);
  if (!known) {
    let bySource = /* @__PURE__ */ new Map();
    for (let layer3 of inOrder(layers2)) {
      if (!("source" in layer3)) continue;
      let list3 = bySource.get(layer3.source);
      list3 ? list3.push(layer3) : bySource.set(layer3.source, [layer3]);
    }
    users.set(layers2, known = bySource);
  }
  return known;
}
function holds2(project, outer2, inner, seen = /* @__PURE__ */ new Set()) {
  if (outer2 === inner) return !0;
  let composition3 = member(project.compositions.by, outer2);
  return !composition3 || seen.has(outer2) ? !1 : (seen.add(outer2), inOrder(composition3.layers).some((layer3) => "source" in layer3 && holds2(project, layer3.source, inner, seen)));
}
function addComposition(project, composition3, after = null) {
  let { order } = project.compositions, at2 = after === null ? order.length : order.indexOf(after) + 1, name2 = nextName(composition3.name, new Set(Object.values(project.compositions.by).map((one) => one.name)));
  return {
    event: "composition.add",
    label: `Add ${composition3.name}`,
    patches: [
      patchOf(compositionPath(composition3.id), void 0, name2 === composition3.name ? composition3 : { ...composition3, name: name2 }),
      patchOf(["compositions", "order"], order, [...order.slice(0, at2), composition3.id, ...order.slice(at2)])
    ]
  };
}
function duplicateComposition(project, compositionId, id3) {
  let composition3 = member(project.compositions.by, compositionId);
  return composition3 ? { ...addComposition(project, { ...composition3, id: id3 }, compositionId), label: `Duplicate ${composition3.name}` } : null;
}
function sayUses(uses) {
  let names = uses.slice(0, uses.length > 4 ? 3 : 4).map(({ layer: layer3, host }) => `${layer3.name} in ${host.name}`), all = uses.length > names.length ? [...names, `${uses.length - names.length} more`] : names;
  return all.length === 1 ? all[0] : `${all.slice(0, -1).join(", ")} and ${all[all.length - 1]}`;
}
function deleteComposition(project, compositionId) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let uses = usesOf(project, compositionId).filter(({ host }) => host.id !== compositionId);
  if (uses.length > 0) return { refused: `${composition3.name} is shown by ${sayUses(uses)}; delete ${uses.length === 1 ? "that layer" : "those"} first.` };
  let { order } = project.compositions;
  if (order.length === 1) return { refused: "A project keeps at least one composition." };
  let left2 = order.filter((id3) => id3 !== compositionId);
  return {
    event: "composition.delete",
    label: `Delete ${composition3.name}`,
    patches: [
      ...project.main === compositionId ? [patchOf(["main"], project.main, left2[0])] : [],
      patchOf(["compositions", "order"], order, left2),
      patchOf(compositionPath(compositionId), composition3, void 0)
    ]
  };
}
function setMain(project, compositionId) {
  let composition3 = member(project.compositions.by, compositionId);
  return !composition3 || project.main === compositionId ? null : { event: "project.main", label: `Make ${composition3.name} the film`, patches: [patchOf(["main"], project.main, compositionId)] };
}
function renameProject(project, name2) {
  return name2 === project.name || name2.trim() === "" ? null : { event: "project.rename", label: `Rename the project \u201C${name2}\u201D`, patches: [patchOf(["name"], project.name, name2)] };
}
function addAssets(project, assets) {
  if (assets.length === 0) return null;
  let { order } = project.assets;
  return {
    event: "assets.add",
    label: assets.length === 1 ? `Bring in ${assets[0].name}` : `Bring in ${count(assets.length, "file")}`,
    patches: [...assets.map((asset2) => patchOf(["assets", "by", asset2.id], void 0, asset2)), patchOf(["assets", "order"], order, [...order, ...assets.map((asset2) => asset2.id)])]
  };
}
function setAsset(project, assetId, fields) {
  let asset2 = member(project.assets.by, assetId);
  if (!asset2) return null;
  let changed2 = Object.entries(fields).filter(([field, value]) => !sameValue(asset2[field], value)), verb = "hash" in fields ? "Replace" : "Rename";
  if (changed2.length === 0) return null;
  let next2 = { ...asset2, ...fields }, shown2 = "width" in asset2 && "hash" in fields ? usesOf(project, assetId).filter(({ layer: layer3 }) => layer3.kind === "image").flatMap(({ host, layer: layer3 }) => pictureSwapped(layerPath(host.id, layer3.id), layer3, asset2, next2)) : [];
  return { event: "assets.set", label: `${verb} ${asset2.name}`, patches: [...changed2.map(([field, value]) => patchOf(["assets", "by", assetId, field], asset2[field], value)), ...shown2] };
}
function deleteAsset(project, assetId) {
  let asset2 = member(project.assets.by, assetId);
  if (!asset2) return null;
  let uses = usesOf(project, assetId);
  return uses.length > 0 ? { refused: `${asset2.name} is shown by ${sayUses(uses)}; delete ${uses.length === 1 ? "that layer" : "those"} or replace the file.` } : {
    event: "assets.delete",
    label: `Take ${asset2.name} out`,
    patches: [patchOf(["assets", "order"], project.assets.order, project.assets.order.filter((id3) => id3 !== assetId)), patchOf(["assets", "by", assetId], asset2, void 0)]
  };
}

// src/core/commands/keys/chosen-keys.ts
function byTrack(project, compositionId, refs, toRead = !1) {
  let groups = /* @__PURE__ */ new Map();
  for (let { key, ...ref } of refs) {
    let name2 = `${ref.layer}
${ref.track}`, group = groups.get(name2) ?? { ref, chosen: /* @__PURE__ */ new Set() };
    group.chosen.add(key), groups.set(name2, group);
  }
  return [...groups.values()].flatMap(({ ref, chosen }) => {
    let target = reach(project, compositionId, ref, toRead);
    if (!target?.track.channel) return [];
    let { composition: composition3, layer: layer3, track } = target;
    return [{ ref: { layer: layer3.id, track: track.address }, composition: composition3, layer: layer3, track, channel: track.channel, path: trackPath(compositionId, ref.layer, track), times: keyTimesOf(project, composition3, layer3, track), keys: keysOf2(track.channel), chosen }];
  });
}
function chosenOf({ keys: keys2, chosen }) {
  return keys2.filter((key) => chosen.has(key.id));
}
function momentOf({ times, layer: layer3 }, at2) {
  return times.moments(at2)[0]?.from ?? unbent(layer3, at2);
}
function ownTimeAt({ times }, at2, from, to) {
  return dust(times.even || times.moments(at2).length === 0 ? at2 + (to - from) : times.at(to));
}
function land(group, moments, shaped2 = (key) => key) {
  let name2 = (at2) => Math.round(at2 / 1e-6), after = Object.fromEntries(group.keys.map((key) => [key.id, key])), landing = group.keys.filter((key) => moments.has(key.id)).map((key) => ({ key, at: ownTimeAt(group, key.at, momentOf(group, key.at), moments.get(key.id)) })), staying = new Set(landing.filter(({ key, at: at2 }) => name2(at2) === name2(key.at)).map(({ key }) => key.id)), still = staying.size;
  for (let settled2 = !1; !settled2; ) {
    settled2 = !0;
    let taken3 = new Set(landing.filter(({ key }) => staying.has(key.id)).map(({ key }) => name2(key.at)));
    for (let { key, at: at2 } of landing)
      staying.has(key.id) || (settled2 &&= !taken3.has(name2(at2)), taken3.has(name2(at2)) && staying.add(key.id), taken3.add(name2(at2)));
  }
  let taken2 = /* @__PURE__ */ new Set();
  for (let { key, at: at2 } of landing)
    after[key.id] = { ...shaped2(key), at: staying.has(key.id) ? key.at : at2 }, taken2.add(name2(after[key.id].at));
  let [moved, stay] = [landing.length - staying.size, staying.size - still];
  for (let key of group.keys) !moments.has(key.id) && taken2.has(name2(key.at)) && delete after[key.id];
  return { patches: keyPatches(group.track, group.path, Object.fromEntries(group.keys.map((key) => [key.id, key])), after), moved, stay };
}
function rekeyed({ track, path: path2, keys: keys2 }, after) {
  return keyPatches(track, path2, Object.fromEntries(keys2.map((key) => [key.id, key])), Object.fromEntries(after.map((key) => [key.id, key])));
}
function toldOfStay(stay) {
  return stay === 0 ? {} : { told: stay === 1 ? "One key stays where it is: it would have met another." : `${stay} keys stay where they are: they would have met others.` };
}

// src/core/commands/keys/key-leg.ts
function legAfter(channel2, type, keys2, i) {
  let [from, to] = [keys2[i], keys2[i + 1]];
  if (!from || !to || from.curve || isHeldKey(from)) return null;
  let length = to.at - from.at;
  if (type === "N") {
    let all = keys2, controls = segmentControls(all, i, runsRound(all, channel2));
    return controls && { length, leaves: controls.right[0], arrives: -controls.left[0] + 0, out: controls.right[1], into: controls.left[1] };
  }
  if (type !== "P" && type !== "C" && type !== "S") return null;
  let [x1, y1, x2, y2] = easeOf(from);
  return { length, leaves: x1 * length, arrives: (1 - x2) * length, out: y1, into: y2 - 1 };
}
function easeAfter(channel2, type, keys2, i) {
  let leg = legAfter(channel2, type, keys2, i);
  if (!leg || leg.length === 0) return null;
  let way2 = type === "N" ? rise(keys2, i) : 1;
  return way2 === 0 ? null : [leg.leaves / leg.length, leg.out / way2, 1 - leg.arrives / leg.length, 1 + leg.into / way2];
}
function rise(keys2, i) {
  let to = keys2[i + 1];
  return (to.arrives ?? to.value) - keys2[i].value;
}
function easeOf({ ease: ease2 }) {
  return Array.isArray(ease2) ? ease2 : [1 / 3, 1 / 3, 2 / 3, 2 / 3];
}
function pullOf([x1, y1, x2, y2], length, way2) {
  return { leaves: x1 * length, out: y1 * way2 + 0, arrives: (1 - x2) * length, into: (y2 - 1) * way2 + 0 };
}
function pullLegs(project, compositionId, refs, given) {
  let patches = [], legs = 0;
  for (let group of byTrack(project, compositionId, refs)) {
    let keys2 = group.keys, { type } = group.track.spec, after = [...keys2];
    for (let i = 0; i < keys2.length - 1; i++) {
      if (!group.chosen.has(keys2[i].id)) continue;
      let length = keys2[i + 1].at - keys2[i].at, pull = given.ease ? pullOf(given.ease, length, type === "N" ? rise(keys2, i) : 1) : given, frames = (time4) => Math.min(length, Math.max(0, pull.percent ? time4 / 100 * length : time4)), bare2 = withoutFields(after[i], "right", "curve", "kept");
      if (legs++, type === "N") {
        let now = legAfter(group.channel, type, keys2, i), right = side(pull.leaves, pull.out, keys2[i].right, now && [now.leaves, now.out], frames, length, 1), left2 = side(pull.arrives, pull.into, keys2[i + 1].left, now && [-now.arrives, now.into], frames, length, -1);
        after[i] = right ? { ...bare2, right } : bare2, left2 && (after[i + 1] = { ...after[i + 1], left: left2 });
      } else if (type === "P" || type === "C" || type === "S") {
        let ease2 = easeOf(keys2[i]), [x1, y1, x2, y2] = keys2[i].ease === "hold" || keys2[i].curve ? [1 / 3, 1 / 3, 2 / 3, 2 / 3] : ease2, leaves = pull.leaves === void 0 ? x1 : frames(pull.leaves) / length, arrives = pull.arrives === void 0 ? x2 : 1 - frames(pull.arrives) / length;
        after[i] = { ...bare2, ease: [leaves, pull.out ?? (pull.leaves === void 0 || Array.isArray(keys2[i].ease) ? y1 : 0), arrives, pull.into === void 0 ? pull.arrives === void 0 || Array.isArray(keys2[i].ease) ? y2 : 1 : 1 + pull.into] };
      } else legs--;
    }
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? null : { event: "keys.pull", label: `Pull the motion after ${count(legs, "key")}`, patches };
}
function side(time4, height, stored, now, frames, length, way2) {
  return time4 === void 0 && height === void 0 ? stored === "hold" ? void 0 : stored : [(time4 === void 0 ? now ? now[0] : way2 * length / 3 : way2 * frames(time4)) + 0, height ?? (Array.isArray(stored) && now ? now[1] : 0)];
}

// src/core/commands/keys/presets.ts
function addPreset(project, given, newId) {
  if (given.of === "curve" && !isCurve(given.data)) return { refused: "What is kept as a curve is one of the kinds that there are, or four numbers of an ease." };
  let { order, by } = project.presets, id3 = newId(), preset2 = { ...given, id: id3, name: nextName(given.name, new Set(Object.values(by).map((one) => one.name))) };
  return { event: "presets.add", label: `Keep \u201C${preset2.name}\u201D`, made: [id3], patches: [patchOf(["presets", "by", id3], void 0, preset2), patchOf(["presets", "order"], order, [...order, id3])] };
}
function renamePreset(project, id3, name2) {
  let preset2 = member(project.presets.by, id3);
  if (!preset2 || preset2.name === name2) return null;
  let free = nextName(name2, new Set(Object.values(project.presets.by).flatMap((one) => one.id === id3 ? [] : [one.name])));
  return { event: "presets.rename", label: `Name \u201C${free}\u201D`, patches: [patchOf(["presets", "by", id3, "name"], preset2.name, free)] };
}
function deletePreset(project, id3) {
  let preset2 = member(project.presets.by, id3), { order } = project.presets;
  return preset2 ? { event: "presets.delete", label: `Delete \u201C${preset2.name}\u201D`, patches: [patchOf(["presets", "order"], order, order.filter((one) => one !== id3)), patchOf(["presets", "by", id3], preset2, void 0)] } : null;
}
function isCurve(data) {
  if (data === null || typeof data != "object") return !1;
  let { kind, ease: ease2 } = data;
  return CURVES.some((curve) => curve.kind === kind) || Array.isArray(ease2) && ease2.length === 4 && ease2.every((part3) => typeof part3 == "number");
}

// src/core/commands/keys/clip-presets.ts
var SAME3 = 1e-6;
function presetsOf(project, running) {
  return inOrder(project.presets).filter((preset2) => preset2.of === "curve").filter(({ data }) => running.some((one) => runsBy(one, data))).map(({ name: name2, data }) => ({ name: name2, of: "curve", data }));
}
function runningKeys(project, layers2) {
  return layers2.flatMap((layer3) => keyedTracks(project, layer3).flatMap(({ channel: channel2, spec }) => channel2 ? [{ type: spec.type, channel: channel2 }] : []));
}
function runsBy({ type, channel: channel2, only }, data) {
  let { ease: ease2 } = data, keys2 = keysOf2(channel2);
  return keys2.some((key, i) => only && !only.has(key.id) ? !1 : ease2 ? easeAfter(channel2, type, keys2, i)?.every((part3, n2) => Math.abs(part3 - ease2[n2]) <= SAME3) ?? !1 : key.curve !== void 0 && sameValue(key.curve, data));
}
function bringPresets(project, presets, newId) {
  let here = inOrder(project.presets), coming = presets.filter(({ of, data }) => isCurve(data) && !here.some((one) => one.of === of && sameValue(one.data, data)));
  if (coming.length === 0) return { patches: [], names: [] };
  let names = nextNames(coming.map(({ name: name2 }) => name2), here.map(({ name: name2 }) => name2)), added = coming.map((preset2, i) => ({ ...preset2, id: newId(), name: names[i] })), { order } = project.presets;
  return { names, patches: [...added.map((preset2) => patchOf(["presets", "by", preset2.id], void 0, preset2)), patchOf(["presets", "order"], order, [...order, ...added.map(({ id: id3 }) => id3)])] };
}
function saidOf(names) {
  return names.length === 0 ? [] : [`${names.length === 1 ? "A curve of its project came" : "Curves of its project came"} along: ${names.map((name2) => `\u201C${name2}\u201D`).join(", ")}.`];
}

// src/core/commands/layers/clip.ts
var CLIP = "clip";
function copyLayers(project, compositionId, ids) {
  let host = member(project.compositions.by, compositionId), layers2 = host ? inOrder(host.layers).filter((layer3) => ids.includes(layer3.id)) : [];
  if (!host || layers2.length === 0) return null;
  let compositions2 = /* @__PURE__ */ new Map(), assets = /* @__PURE__ */ new Map(), gather = (list3) => {
    for (let layer3 of list3) {
      if (!("source" in layer3)) continue;
      let composition3 = member(project.compositions.by, layer3.source), asset2 = member(project.assets.by, layer3.source);
      asset2 && assets.set(asset2.id, asset2), !(!composition3 || compositions2.has(composition3.id)) && (compositions2.set(composition3.id, composition3), gather(inOrder(composition3.layers)));
    }
  };
  gather(layers2);
  let { width: width2, height, rate: rate3, duration: duration2 } = host, main = CLIP;
  for (; compositions2.has(main); ) main = `${main}-`;
  let clip2 = { ...newComposition(main, host.name, { width: width2, height, rate: rate3, duration: duration2 }), layers: { order: layers2.map((layer3) => layer3.id), by: Object.fromEntries(layers2.map((layer3) => [layer3.id, layer3])) } }, presets = presetsOf(project, runningKeys(project, [...layers2, ...[...compositions2.values()].flatMap((one) => inOrder(one.layers))]));
  return {
    ...newProject("Clip", clip2),
    presets: { order: presets.map((_, i) => `p${i}`), by: Object.fromEntries(presets.map((preset2, i) => [`p${i}`, { ...preset2, id: `p${i}` }])) },
    assets: { order: [...assets.keys()], by: Object.fromEntries(assets) },
    compositions: { order: [main, ...compositions2.keys()], by: { [main]: clip2, ...Object.fromEntries(compositions2) } }
  };
}
function pasteLayers(project, compositionId, clip2, { at: at2, above, newId }, verb = "Paste") {
  let host = member(project.compositions.by, compositionId), from = member(clip2.compositions.by, clip2.main);
  if (!host || !from || from.layers.order.length === 0) return null;
  let sources = /* @__PURE__ */ new Map(), patches = [], newAssets = inOrder(clip2.assets).flatMap((asset2) => {
    let here = inOrder(project.assets).find((one) => one.hash === asset2.hash && one.type === asset2.type), id3 = here?.id ?? (member(project.assets.by, asset2.id) ? newId() : asset2.id);
    return sources.set(asset2.id, id3), here ? [] : [{ ...asset2, id: id3 }];
  }), others = inOrder(clip2.compositions).filter((composition3) => composition3.id !== clip2.main), isHere = (composition3) => sameValue(member(project.compositions.by, composition3.id), composition3), foreign = others.filter((composition3) => !isHere(composition3));
  for (let composition3 of foreign) member(project.compositions.by, composition3.id) && sources.set(composition3.id, newId());
  let sourced = (layer3) => "source" in layer3 && sources.has(layer3.source) ? { ...layer3, source: sources.get(layer3.source) } : layer3, added = foreign.map((composition3) => ({
    ...composition3,
    id: sources.get(composition3.id) ?? composition3.id,
    layers: { ...composition3.layers, by: Object.fromEntries(Object.entries(composition3.layers.by).map(([id3, layer3]) => [id3, sourced(layer3)])) }
  })), factor = framesPerSecond(host.rate) / framesPerSecond(from.rate), layers2 = inOrder(from.layers).map((layer3) => rescaleLayer(sourced(layer3), factor)), first = Math.min(...layers2.flatMap((layer3) => hull(layer3.spans)?.[0] ?? [])), by = at2 === null || !Number.isFinite(first) ? 0 : at2 - first, ids = new Map(layers2.map((layer3) => [layer3.id, newId()])), lost = /* @__PURE__ */ new Set(), link = (id3, by2, what) => {
    let here = id3 === null ? null : ids.get(id3) ?? (member(host.layers.by, id3) ? id3 : null);
    return id3 !== null && here === null && lost.add(`what ${by2} ${what}`), here;
  }, names = nextNames(layers2.map((layer3) => layer3.name), Object.values(host.layers.by).map((layer3) => layer3.name)), made = layers2.map((layer3, i) => ({
    ...layer3,
    id: ids.get(layer3.id),
    name: names[i],
    start: layer3.start + by,
    spans: layer3.spans.map(([a, b]) => [a + by, b + by]),
    locked: !1,
    markers: Object.fromEntries(Object.values(layer3.markers).map((marker2) => [marker2.id, { ...marker2, at: marker2.at + by }])),
    parent: link(layer3.parent, names[i], "follows"),
    partner: link(layer3.partner, names[i], "mirrors"),
    clipTo: link(layer3.clipTo, names[i], "is clipped by"),
    ..."appliesTo" in layer3 ? { appliesTo: link(layer3.appliesTo, names[i], "applies to") } : {},
    ..."of" in layer3 ? { of: link(layer3.of, names[i], "repeats") ?? layer3.of } : {}
  }));
  newAssets.length > 0 && patches.push(...newAssets.map((asset2) => patchOf(["assets", "by", asset2.id], void 0, asset2)), patchOf(["assets", "order"], project.assets.order, [...project.assets.order, ...newAssets.map((asset2) => asset2.id)])), added.length > 0 && patches.push(...added.map((composition3) => patchOf(compositionPath(composition3.id), void 0, composition3)), patchOf(["compositions", "order"], project.compositions.order, [...project.compositions.order, ...added.map((composition3) => composition3.id)]));
  let { order } = host.layers, place2 = above === null ? 0 : Math.max(0, order.indexOf(above));
  patches.push(
    ...made.map((layer3) => patchOf(layerPath(compositionId, layer3.id), void 0, layer3)),
    patchOf([...compositionPath(compositionId), "layers", "order"], order, [...order.slice(0, place2), ...made.map((layer3) => layer3.id), ...order.slice(place2)])
  );
  let brought = bringPresets(project, inOrder(clip2.presets), newId);
  patches.push(...brought.patches);
  let told = [...lost.size > 0 ? [`Not here, so left out: ${[...lost].join(", ")}.`] : [], ...saidOf(brought.names)].join(" ");
  return { event: "layers.paste", label: `${verb} ${layers2.length === 1 ? layers2[0].name : count(made.length, "layer")}`, made: made.map((layer3) => layer3.id), patches, ...told === "" ? {} : { told } };
}
function duplicateLayers(project, compositionId, ids, newId) {
  let clip2 = copyLayers(project, compositionId, ids), above = project.compositions.by[compositionId]?.layers.order.find((id3) => ids.includes(id3)) ?? null;
  return clip2 && pasteLayers(project, compositionId, clip2, { at: null, above, newId }, "Duplicate");
}

// src/core/commands/document/tidy.ts
function tidy(value) {
  let round = (n2) => Math.round(n2 * 1e9) / 1e9 + 0;
  return typeof value == "number" ? round(value) : Array.isArray(value) ? value.map((part3) => round(part3)) : value;
}

// src/core/commands/keys/keys-clip.ts
function pasteKeys(project, compositionId, layers2, clip2, { frame: frame2, apart = 0, as = "values", newId }) {
  let host = member(project.compositions.by, compositionId);
  if (!host) return null;
  let factor = framesPerSecond(host.rate) / framesPerSecond(clip2.rate), from = frame2 ?? rescaled(clip2.first ?? 0, factor), targets = host.layers.order.filter((id3) => layers2.includes(id3) && reachLayer(project, compositionId, id3)), several = new Set(clip2.tracks.map((track) => track.layer)).size > 1, patches = [], made = [], lost = /* @__PURE__ */ new Set();
  for (let track of clip2.tracks) {
    let went = 0;
    for (let id3 of several ? targets.slice(track.layer, track.layer + 1) : targets) {
      let target = reach(project, compositionId, { layer: id3, track: track.channel });
      if (!target || target.track.spec.type !== track.type) continue;
      went++;
      let { layer: layer3, track: found3 } = target, path2 = trackPath(compositionId, id3, found3), start = keyTimesOf(project, host, layer3, found3).at(from + targets.indexOf(id3) * apart), byId2 = Object.fromEntries(track.keys.map((key, k) => [k, { joined: !1, ...key, id: String(k) }])), landed = rescaleChannel({ ...restingChannel(found3), keys: byId2 }, factor, found3.spec.unit === "frames"), now = (as === "change" || as === "places" && PLACES.has(found3.address)) && track.keys.length > 0 ? sampleChannel(found3.channel, found3.spec, landed.keys[0].at + start) : null, added = track.keys.map((_, k) => {
        let key = landed.keys[k], first = landed.keys[0].value;
        return { ...key, ...now === null ? {} : changed(key, first, now), id: newId(), at: key.at + start };
      });
      if (made.push(...added.map((key) => ({ layer: id3, track: found3.address, key: key.id }))), !found3.channel) patches.push(patchOf(path2, void 0, { ...restingChannel(found3), ...track.rules, keys: Object.fromEntries(added.map((key) => [key.id, key])) }));
      else {
        for (let key of added) {
          let there = keyAt(keysOf2(found3.channel), key.at);
          there && patches.push(patchOf([...path2, "keys", there.id], storedKey(found3, there), void 0)), patches.push(patchOf([...path2, "keys", key.id], void 0, storedKey(found3, key)));
        }
        if (found3.operator === null && !hasKeys(found3.channel)) for (let [rule, value] of Object.entries(track.rules ?? {})) patches.push(patchOf([...path2, rule], found3.channel[rule], value));
      }
    }
    went === 0 && lost.add(track.channel);
  }
  if (patches.length === 0) return null;
  let brought = bringPresets(project, clip2.presets ?? [], newId), told = [...lost.size > 0 ? [`Left out, for nothing selected has it: ${[...lost].join(", ")}.`] : [], ...saidOf(brought.names)].join(" ");
  return { event: "keys.paste", label: `Paste ${count(made.length, "key")}${as === "values" ? "" : " as change"}${apart === 0 ? "" : `, ${apart} frames apart`}`, made, patches: [...patches, ...brought.patches], ...told === "" ? {} : { told } };
}
var PLACES = /* @__PURE__ */ new Set(["x", "y", "position", "rotation"]);
function changed(key, first, now) {
  let over = (value) => {
    if (typeof value == "number") return tidy(now + value - first);
    let flat = (one) => Array.isArray(one) && one.every((part3) => typeof part3 == "number");
    return flat(value) && flat(first) && flat(now) ? value.map((part3, c) => tidy(now[c] + part3 - first[c])) : value;
  };
  return { value: over(key.value), ...(key.arrives ?? null) === null ? {} : { arrives: over(key.arrives) } };
}

// src/core/commands/compositions/composition-size.ts
function setSize(project, compositionId, [width2, height], content) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || composition3.width === width2 && composition3.height === height) return null;
  let path2 = compositionPath(compositionId), factor = Math.min(width2 / composition3.width, height / composition3.height), [dx, dy] = [(width2 - composition3.width * factor) / 2, (height - composition3.height * factor) / 2], roots3 = content === "scales" ? inOrder(composition3.layers).filter((layer3) => isDrawn(layer3.kind) && (layer3.parent === null || !member(composition3.layers.by, layer3.parent))) : [];
  return {
    event: "composition.size",
    label: `Make ${composition3.name} ${width2} \xD7 ${height}${roots3.length > 0 ? `, ${count(roots3.length, "layer")} with it` : ""}`,
    patches: [
      ...composition3.width === width2 ? [] : [patchOf([...path2, "width"], composition3.width, width2)],
      ...composition3.height === height ? [] : [patchOf([...path2, "height"], composition3.height, height)],
      ...roots3.flatMap((layer3) => scaledPose(layerPath(compositionId, layer3.id), layer3.channels, factor, dx, dy))
    ]
  };
}
function scaledPose(path2, channels2, factor, dx, dy) {
  let change = (name2, work2) => {
    let channel2 = channels2[name2], start = POSE[name2].start, next2 = channel2 ? { ...shiftedChannel(channel2, (value) => fine2(work2(value))), keys: scaledHandles(shiftedChannel(channel2, (value) => fine2(work2(value))).keys, factor) } : fine2(work2(start)) === start ? void 0 : channelAt(fine2(work2(start)));
    return next2 === void 0 || JSON.stringify(next2) === JSON.stringify(channel2) ? [] : [patchOf([...path2, "channels", name2], channel2, next2)];
  }, place2 = channels2.position;
  return [...place2 ? [patchOf([...path2, "channels", "position"], place2, scaledPoints(place2, factor, dx, dy))] : [...change("x", (x) => x * factor + dx), ...change("y", (y) => y * factor + dy)], ...change("scaleX", (size2) => size2 * factor), ...change("scaleY", (size2) => size2 * factor)];
}
function scaledHandles(keys2, factor) {
  return Object.fromEntries(Object.entries(keys2).map(([id3, key]) => {
    let one = { ...key };
    for (let side2 of ["right", "left", "kept"]) Array.isArray(one[side2]) && one[side2].length === 2 && (one[side2] = [one[side2][0], fine2(one[side2][1] * factor)]);
    return [id3, one];
  }));
}
function scaledPoints(channel2, factor, dx, dy) {
  let moved = shiftedChannel(channel2, (value) => {
    let [x, y] = value;
    return [fine2(x * factor + dx), fine2(y * factor + dy)];
  }), keys2 = Object.fromEntries(Object.entries(moved.keys).map(([id3, key]) => {
    let one = { ...key };
    for (let side2 of ["pathLeft", "pathRight"]) one[side2] !== void 0 && (one[side2] = one[side2].map((part3) => fine2(part3 * factor)));
    return [id3, one];
  }));
  return { ...moved, keys: keys2 };
}
function fine2(value) {
  return Math.round(value * 1e6) / 1e6 + 0;
}

// src/core/commands/layers/create.ts
function addLayers(project, compositionId, layers2, above, label) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || layers2.length === 0) return null;
  let { order } = composition3.layers, at2 = above === null ? 0 : Math.max(0, order.indexOf(above)), names = nextNames(layers2.map((layer3) => layer3.name), Object.values(composition3.layers.by).map((layer3) => layer3.name));
  return {
    event: "layers.add",
    label: label ?? (layers2.length === 1 ? `Add ${layers2[0].name}` : `Add ${count(layers2.length, "layer")}`),
    patches: [
      ...layers2.map((layer3, i) => patchOf(layerPath(compositionId, layer3.id), void 0, names[i] === layer3.name ? layer3 : { ...layer3, name: names[i] })),
      patchOf([...compositionPath(compositionId), "layers", "order"], order, [...order.slice(0, at2), ...layers2.map((layer3) => layer3.id), ...order.slice(at2)])
    ]
  };
}
function wholeBars(project, compositionId, layers2) {
  let duration2 = member(project.compositions.by, compositionId)?.duration ?? 1;
  return layers2.map((layer3) => layer3.spans.some(([, to]) => to === 1 / 0) ? { ...layer3, spans: [[0, duration2]] } : layer3);
}
function reorderLayers(project, compositionId, ids, before) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let { order, by } = composition3.layers, moving = order.filter((id3) => ids.includes(id3) && reachLayer(project, compositionId, id3)), rest2 = order.filter((id3) => !moving.includes(id3)), anchor2 = before === null ? null : order.slice(order.indexOf(before)).find((id3) => !moving.includes(id3)) ?? null, at2 = anchor2 === null ? rest2.length : rest2.indexOf(anchor2), after = [...rest2.slice(0, at2), ...moving, ...rest2.slice(at2)];
  return moving.length === 0 || after.every((id3, i) => id3 === order[i]) ? null : { event: "layers.order", label: `Reorder ${moving.length === 1 ? by[moving[0]].name : count(moving.length, "layer")}`, patches: [patchOf([...compositionPath(compositionId), "layers", "order"], order, after)] };
}
function stepLayers(project, compositionId, ids, to) {
  let order = member(project.compositions.by, compositionId)?.layers.order ?? [], places = ids.map((id3) => order.indexOf(id3)).filter((i) => i >= 0).sort((a, b) => a - b);
  if (places.length === 0) return null;
  switch (to) {
    case "top":
      return reorderLayers(project, compositionId, ids, order[0] ?? null);
    case "bottom":
      return reorderLayers(project, compositionId, ids, null);
    case "up":
      return reorderLayers(project, compositionId, ids, order[Math.max(0, places[0] - 1)]);
    case "down":
      return reorderLayers(project, compositionId, ids, order[places[places.length - 1] + 2] ?? null);
  }
}

// src/core/commands/layers/bring.ts
function bringIn(project, compositionId, { assets, compositions: compositions2, layers: layers2, above, name: name2 }) {
  let now = project, patches = [], step2 = (draft) => {
    draft && (patches.push(...draft.patches), now = applyPatches(now, draft.patches).project);
  }, known = /* @__PURE__ */ new Map();
  for (let asset2 of assets) {
    let here = inOrder(now.assets).find((one) => one.hash === asset2.hash && one.type === asset2.type);
    here || step2(addAssets(now, [asset2])), known.set(asset2.id, here?.id ?? asset2.id);
  }
  for (let composition3 of compositions2) step2(addComposition(now, composition3));
  step2(addLayers(now, compositionId, wholeBars(now, compositionId, layers2).map((layer3) => "source" in layer3 && known.has(layer3.source) ? { ...layer3, source: known.get(layer3.source) } : layer3), above));
  let many = assets.length + compositions2.length;
  return patches.length === 0 ? null : { event: "media.add", label: `Bring in ${name2 ?? (many === 1 ? (assets[0] ?? compositions2[0]).name : count(many, "file"))}`, made: layers2.map((layer3) => layer3.id), patches };
}

// src/core/commands/keys/keys.ts
function moveKeys(project, compositionId, refs, by, near2) {
  if (by === 0) return null;
  let patches = [], moved = 0;
  for (let { track, path: path2, times, keys: keys2, chosen } of byTrack(project, compositionId, refs)) {
    let landing = new Map(keys2.filter((key) => chosen.has(key.id)).map((key) => [key.id, pulled2(times, key.at, by, near2)])), taken2 = [...landing.values()];
    if (!(new Set(taken2.map((at2) => Math.round(at2 / 1e-6))).size < taken2.length))
      for (let key of keys2) {
        let at2 = landing.get(key.id);
        if (at2 !== void 0) {
          if (at2 === key.at) continue;
          moved++, patches.push(patchOf([...path2, "keys", key.id, "at"], key.at, at2));
        } else taken2.some((one) => Math.abs(one - key.at) <= 1e-6) && patches.push(patchOf([...path2, "keys", key.id], storedKey(track, key), void 0));
      }
  }
  return moved === 0 ? null : { event: "keys.move", label: `Move ${count(moved, "key")}`, patches };
}
function deleteKeys(project, compositionId, refs) {
  let patches = [], gone = 0;
  for (let { track, path: path2, keys: keys2, chosen } of byTrack(project, compositionId, refs)) {
    let going = keys2.filter((key) => chosen.has(key.id));
    gone += going.length, patches.push(...going.map((key) => patchOf([...path2, "keys", key.id], storedKey(track, key), void 0)));
    let last = going[going.length - 1], rest2 = track.channel.value;
    last && track.operator === null && going.length === keys2.length && rest2 !== last.value && patches.push(patchOf([...path2, "value"], rest2, last.value));
  }
  return gone === 0 ? null : { event: "keys.delete", label: `Delete ${count(gone, "key")}`, patches };
}

// src/core/commands/bars/moments.ts
var NO_MOMENTS = { slide: [], trimStart: [], trimEnd: [], keys: [], markers: [] };
function shiftMoments(project, compositionId, moments, by, near2) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || by === 0) return null;
  let sliding = new Set(moments.slide), patches = [];
  for (let id3 of /* @__PURE__ */ new Set([...moments.slide, ...moments.trimStart, ...moments.trimEnd])) {
    let layer3 = reachLayer(project, compositionId, id3);
    if (!layer3) continue;
    let path2 = layerPath(compositionId, id3);
    if (sliding.has(id3)) {
      patches.push(patchOf([...path2, "start"], layer3.start, layer3.start + by), patchOf([...path2, "spans"], layer3.spans, moveSpans(layer3.spans, by)));
      for (let marker2 of Object.values(layer3.markers)) patches.push(patchOf([...path2, "markers", marker2.id, "at"], marker2.at, marker2.at + by));
      continue;
    }
    let { spans: spans2 } = layer3, outer2 = hull(spans2);
    outer2 && moments.trimStart.includes(id3) && (spans2 = trimStart(spans2, outer2[0] + by)), outer2 && moments.trimEnd.includes(id3) && (spans2 = trimEnd(spans2, outer2[1] + by)), spans2 !== layer3.spans && patches.push(patchOf([...path2, "spans"], layer3.spans, spans2));
  }
  let keys2 = moveKeys(project, compositionId, moments.keys.filter((ref) => !sliding.has(ref.layer)), by, near2);
  patches.push(...keys2?.patches ?? []);
  for (let ref of moments.markers) {
    if (ref.layer !== null && sliding.has(ref.layer)) continue;
    let found3 = findMarker(project, compositionId, ref);
    found3 && patches.push(patchOf([...found3.path, "at"], found3.marker.at, found3.marker.at + by));
  }
  return patches.length === 0 ? null : { event: "time.shift", label: labelOf(composition3, moments), patches };
}
function framesOf(project, composition3, { slide, trimStart: starts, trimEnd: ends, keys: keys2, markers }) {
  let frames = /* @__PURE__ */ new Set(), outer2 = (id3) => hull(member(composition3.layers.by, id3)?.spans ?? []);
  for (let id3 of slide) outer2(id3)?.forEach((edge) => frames.add(edge));
  for (let id3 of starts) outer2(id3) && frames.add(outer2(id3)[0]);
  for (let id3 of ends) outer2(id3) && frames.add(outer2(id3)[1]);
  let chosen = /* @__PURE__ */ new Map();
  for (let { layer: layer3, key, track } of keys2) (chosen.get(`${layer3}
${track}`) ?? chosen.set(`${layer3}
${track}`, /* @__PURE__ */ new Set()).get(`${layer3}
${track}`)).add(key);
  for (let id3 of new Set(keys2.map((ref) => ref.layer))) {
    let layer3 = member(composition3.layers.by, id3);
    for (let track of layer3 ? keyedTracks(project, layer3) : []) {
      let mine = chosen.get(`${id3}
${track.address}`);
      if (!mine) continue;
      let { moments } = keyTimesOf(project, composition3, layer3, track);
      for (let key of keysOf2(track.channel)) if (mine.has(key.id)) for (let { from } of moments(key.at)) frames.add(from);
    }
  }
  for (let { layer: layer3, marker: marker2 } of markers) {
    let list3 = layer3 === null ? composition3.markers : member(composition3.layers.by, layer3)?.markers, found3 = list3 && member(list3, marker2);
    found3 && frames.add(found3.at);
  }
  return [...frames];
}
function findMarker(project, compositionId, { layer: layer3, marker: id3 }) {
  let composition3 = member(project.compositions.by, compositionId), owner = layer3 === null ? composition3 : reachLayer(project, compositionId, layer3), marker2 = owner && member(owner.markers, id3);
  return marker2 ? { marker: marker2, path: [...layer3 === null ? compositionPath(compositionId) : layerPath(compositionId, layer3), "markers", id3] } : null;
}
function labelOf(composition3, { slide, trimStart: starts, trimEnd: ends, keys: keys2, markers }) {
  let bars = (ids) => ids.length === 1 ? member(composition3.layers.by, ids[0])?.name ?? "1 layer" : count(ids.length, "layer"), text2 = [
    ...slide.length > 0 ? [`slide ${bars(slide)}`] : [],
    ...starts.length + ends.length > 0 ? [`trim ${bars([.../* @__PURE__ */ new Set([...starts, ...ends])])}`] : [],
    ...keys2.length > 0 ? [`move ${count(keys2.length, "key")}`] : [],
    ...markers.length > 0 ? [`move ${count(markers.length, "marker")}`] : []
  ].join(", ");
  return text2.charAt(0).toUpperCase() + text2.slice(1);
}

// src/core/commands/document/ids-from-document.ts
function idsFromDocument(project) {
  let taken2 = /* @__PURE__ */ new Set(), gather = (value) => {
    if (typeof value == "string") return void taken2.add(value);
    if (!(value === null || typeof value != "object"))
      for (let [key, inner] of Object.entries(value))
        taken2.add(key), gather(inner);
  };
  gather(project);
  let n2 = 0;
  return () => {
    do
      n2++;
    while (taken2.has(`n${n2}`));
    return `n${n2}`;
  };
}

// src/core/commands/poses/pose.ts
function poseAt(project, composition3, given, frame2) {
  let layer3 = asSampled(project, composition3, given), x = keyTimeAt(project, composition3, layer3, frame2), now = (name2) => {
    let found3 = trackAt(project, layer3, name2);
    return sampleChannel(found3.channel, found3.spec, x);
  }, place2 = trackAt(project, layer3, "position"), [px, py] = place2?.channel ? sampleChannel(place2.channel, place2.spec, x) : [now("x"), now("y")];
  return { x: px, y: py, scaleX: now("scaleX"), scaleY: now("scaleY"), rotation: now("rotation"), skew: now("skew"), pivotX: now("pivotX"), pivotY: now("pivotY") };
}
function poseFor([a, b, c, d, e, f], pivot, near2) {
  let mirrored2 = near2.scaleX < 0 ? -1 : 1, sx = Math.hypot(a, b) * mirrored2, turn = sx === 0 ? near2.rotation * Math.PI / 180 : Math.atan2(b / sx, a / sx), [cos, sin] = [Math.cos(turn), Math.sin(turn)], sy = -sin * c + cos * d, skew = Math.abs(sy) < 1e-12 ? near2.skew : Math.atan2(cos * c + sin * d, sy) * 180 / Math.PI, lean = skew > 90 ? skew - 180 : skew < -90 ? skew + 180 : skew, rotation = turn * 180 / Math.PI;
  rotation += Math.round((near2.rotation - rotation) / 360) * 360;
  let [px, py] = pivot;
  return { x: a * px + c * py + e, y: b * px + d * py + f, scaleX: sx * 100, scaleY: sy * 100, rotation, skew: lean, pivotX: px, pivotY: py };
}
function placeLayers(project, compositionId, placed, how, verb = "Place") {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let target = new Map(placed.map((one) => [one.layer, one.world])), values = placed.flatMap(({ layer: id3, world, pivot, turned: turned3 }) => {
    let layer3 = member(composition3.layers.by, id3);
    if (!layer3 || !isDrawn(layer3.kind)) return [];
    let parent = parentOf(composition3, layer3), outer2 = parent && (target.get(parent.id) ?? worldMatrix(project, composition3, parent, how.frame, /* @__PURE__ */ new Map())), back3 = outer2 && invert(outer2);
    return changedPose(project, composition3, layer3, how.frame, back3 ? multiply(back3, world) : world, pivot, turned3);
  });
  return setValues(project, compositionId, values, how, verb);
}
function changedPose(project, composition3, layer3, frame2, local, pivot, turned3 = 0) {
  if (!isDrawn(layer3.kind)) return [];
  let before = poseAt(project, composition3, layer3, frame2), after = poseFor(local, pivot ?? [before.pivotX, before.pivotY], { ...before, rotation: before.rotation + turned3 }), changed2 = Object.keys(after).filter((name2) => Math.abs(after[name2] - before[name2]) > 5e-4), values = changed2.filter((name2) => name2 !== "x" && name2 !== "y").map((track) => ({ layer: layer3.id, track, value: hundredth(after[track]) })), moves3 = changed2.filter((name2) => name2 === "x" || name2 === "y");
  return moves3.length === 0 ? values : trackAt(project, layer3, "position")?.channel ? [...values, { layer: layer3.id, track: "position", value: [hundredth(after.x), hundredth(after.y)] }] : [...values, ...moves3.map((track) => ({ layer: layer3.id, track, value: hundredth(after[track]) }))];
}
function hundredth(value) {
  return Math.round(value * 100) / 100 + 0;
}
function inParentSpace(project, composition3, layer3, frame2, [dx, dy]) {
  let parent = parentOf(composition3, layer3), back3 = parent && invert(worldMatrix(project, composition3, parent, frame2, /* @__PURE__ */ new Map()));
  if (!back3) return [dx, dy];
  let [ox, oy] = transform2(back3, 0, 0), [x, y] = transform2(back3, dx, dy);
  return [x - ox, y - oy];
}
function hasChosenAncestor(composition3, layer3, chosen) {
  let seen = /* @__PURE__ */ new Set([layer3.id]);
  for (let id3 = layer3.parent; id3 !== null && !seen.has(id3); id3 = member(composition3.layers.by, id3)?.parent ?? null) {
    if (chosen.has(id3)) return !0;
    seen.add(id3);
  }
  return !1;
}
function movePlaces(project, compositionId, ids, by, how) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let chosen = new Set(ids), values = ids.flatMap((id3) => {
    let layer3 = member(composition3.layers.by, id3);
    if (!layer3 || !isDrawn(layer3.kind) || hasChosenAncestor(composition3, layer3, chosen)) return [];
    let [dx, dy] = inParentSpace(project, composition3, layer3, how.frame, by), { x, y } = poseAt(project, composition3, layer3, how.frame);
    return trackAt(project, layer3, "position")?.channel ? [{ layer: id3, track: "position", value: [hundredth(x + dx), hundredth(y + dy)] }] : [
      ...Math.abs(dx) < 5e-4 ? [] : [{ layer: id3, track: "x", value: hundredth(x + dx) }],
      ...Math.abs(dy) < 5e-4 ? [] : [{ layer: id3, track: "y", value: hundredth(y + dy) }]
    ];
  });
  return setValues(project, compositionId, values, how, "Move");
}

// src/core/commands/layers/keep-followers.ts
var channelsOf2 = (layer3) => layer3.channels, isPlace = (name2) => Object.hasOwn(POSE, name2) && name2 !== "opacity", isStill = (layer3) => !layer3.turnAlong && Object.entries(channelsOf2(layer3)).every(([name2, channel2]) => !isPlace(name2) || !channel2 || !canChange(channel2));
function keepFollowers(project, compositionId, leaving3, newId) {
  let patches = [], nulls = /* @__PURE__ */ new Map(), now = project, step2 = (more) => {
    patches.push(...more), now = applyPatches(now, more).project;
  }, hostNow = () => now.compositions.by[compositionId], waiting = inOrder(hostNow().layers).filter((layer3) => layer3.parent !== null && leaving3.has(layer3.parent) && !leaving3.has(layer3.id)).map((layer3) => layer3.id);
  for (let rounds = 0; waiting.length > 0 && rounds < 1e5; rounds++) {
    let host = hostNow(), follower = host.layers.by[waiting[waiting.length - 1]];
    if (follower.parent === null || !leaving3.has(follower.parent) || !member(host.layers.by, follower.parent)) {
      waiting.pop();
      continue;
    }
    let leader = host.layers.by[follower.parent], known = nulls.get(leader.id), follow = (id3) => [patchOf([...layerPath(compositionId, follower.id), "parent"], leader.id, id3)];
    if (known !== void 0) {
      step2(follow(known));
      continue;
    }
    let worked2 = isDrawn(follower.kind) ? workedIn(now, host, leader, follower) : [patchOf([...layerPath(compositionId, follower.id), "parent"], follower.parent, leader.parent)];
    if (worked2) step2(worked2);
    else {
      if (bentByItsPicture(now, host, leader)) return { refused: `The timing of ${leader.name} bends its place with its picture, which no null can do for ${follower.name}: let ${follower.name} follow nothing first.` };
      let id3 = newId(), { order } = host.layers;
      nulls.set(leader.id, id3), waiting.unshift(id3), step2([
        patchOf(layerPath(compositionId, id3), void 0, { ...nullOf(now, host, leader), id: id3 }),
        patchOf([...compositionPath(compositionId), "layers", "order"], order, order.flatMap((one) => one === leader.id ? [id3, one] : [one])),
        ...follow(id3)
      ]);
    }
  }
  return { patches, nulls };
}
function workedIn(project, host, leader, follower) {
  if (!isStill(leader) || follower.locked) return null;
  let path2 = layerPath(host.id, follower.id), link = patchOf([...path2, "parent"], follower.parent, leader.parent), alone = { ...leader, parent: null }, own2 = worldMatrix(project, host, alone, 0, /* @__PURE__ */ new Map()), [a, b, c, d, e, f] = own2, channels2 = channelsOf2(follower), moved = (name2, by) => by === 0 ? [] : [patchOf([...path2, "channels", name2], channels2[name2], channels2[name2] ? shiftedChannel(channels2[name2], (value) => value + by) : channelAt(by))];
  if (a === 1 && b === 0 && c === 0 && d === 1 && !follower.turnAlong) {
    let mirror = follower.mirrorAt === null ? [] : [patchOf([...path2, "mirrorAt"], follower.mirrorAt, follower.mirrorAt + e)], place2 = channels2.position;
    return [link, ...mirror, ...place2 ? [patchOf([...path2, "channels", "position"], place2, shiftedChannel(place2, (value) => [value[0] + e, value[1] + f]))] : [...moved("x", e), ...moved("y", f)]];
  }
  if (!isStill(follower) || follower.mirrorAt !== null) return null;
  let target = multiply(own2, worldMatrix(project, host, { ...follower, parent: null }, 0, /* @__PURE__ */ new Map())), before = poseAt(project, host, follower, 0), after = poseFor(target, [before.pivotX, before.pivotY], before), values = { ...channels2.position ? { position: [after.x, after.y] } : { x: after.x, y: after.y }, scaleX: after.scaleX, scaleY: after.scaleY, rotation: after.rotation, skew: after.skew }, changed2 = Object.entries(values).map(([name2, value]) => [name2, fine3(value)]).filter(([name2, value]) => JSON.stringify(value) !== JSON.stringify(channels2[name2]?.value ?? POSE[name2].start)), next2 = { ...follower, parent: null, channels: { ...channels2, ...Object.fromEntries(changed2.map(([name2, value]) => [name2, channels2[name2] ? { ...channels2[name2], value } : channelAt(value)])) } };
  return sameMatrix(worldMatrix(project, host, next2, 0, /* @__PURE__ */ new Map()), target) ? [link, ...changed2.map(([name2]) => patchOf([...path2, "channels", name2], channels2[name2], channelsOf2(next2)[name2]))] : null;
}
function fine3(value) {
  return Array.isArray(value) ? value.map(fine3) : Math.round(value * 1e6) / 1e6 + 0;
}
function sameMatrix(one, other) {
  return invert(other) !== null && one.every((part3, i) => Math.abs(part3 - other[i]) <= (i < 4 ? 1e-6 : 1e-4));
}
function bentByItsPicture(project, host, layer3) {
  let source = hasContentTime(layer3.kind) && !isStill(layer3) ? sourceOf(project, host, layer3) : null, both = inOrder(layer3.timing).filter((node2) => !node2.off && node2.on === "both");
  return source !== null && both.length > 0 && (!sameRate(source.rate, host.rate) || both.some((node2) => node2.op === "pause" || node2.op === "freeze" || node2.op === "remap"));
}
function nullOf(project, host, layer3) {
  let { start, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint: joint2, colour: colour3, note: note2, visible, locked, solo, guide } = layer3, channels2 = Object.fromEntries(Object.entries(channelsOf2(layer3)).filter(([name2]) => isPlace(name2))), timing = inOrder(layer3.timing).filter((node2) => !node2.off || node2.on !== "content").flatMap((node2) => onKeys(project, host, layer3, node2));
  return {
    ...newNull(layer3.id, layer3.name, layer3.spans, {}),
    start,
    parent,
    partner,
    turnAlong,
    turnBy,
    mirrorAt,
    pose,
    joint: joint2,
    colour: colour3,
    note: note2,
    visible,
    locked,
    solo,
    guide,
    channels: channels2,
    timing: { order: timing.map((node2) => node2.id), by: Object.fromEntries(timing.map((node2) => [node2.id, node2])) }
  };
}
function onKeys(project, host, layer3, node2) {
  if (!hasContentTime(layer3.kind) || node2.on === "keys") return [node2];
  if (node2.on !== "both") return [];
  let source = sourceOf(project, host, layer3), end = source && (node2.op === "loop" || node2.op === "reverse") && node2.to === null ? { to: source.D } : {};
  return [{ ...node2, ...end, on: "keys" }];
}

// src/core/commands/layers/layers.ts
function trimLayersTo(project, compositionId, ids, end, at2) {
  return forLayers(project, compositionId, ids, "layers.trim", "Trim", (layer3, path2) => {
    if (!hull(layer3.spans)) return [];
    let spans2 = end === "start" ? trimStart(layer3.spans, at2) : trimEnd(layer3.spans, at2);
    return spans2 === layer3.spans ? [] : [patchOf([...path2, "spans"], layer3.spans, spans2)];
  });
}
var VERBS = {
  name: () => "Rename",
  visible: (value) => value ? "Show" : "Hide",
  locked: (value) => value ? "Lock" : "Unlock",
  solo: (value) => value ? "Solo" : "Unsolo",
  guide: (value) => value ? "Leave out of the film:" : "Put into the film:",
  sampling: () => "Change sampling of",
  blend: () => "Change blending of",
  colour: () => "Mark",
  note: () => "Note on",
  clipFrame: () => "Change clipping of",
  source: () => "Change source of",
  shape: () => "Change shape of",
  rule: () => "Change filling of",
  font: () => "Change font of",
  weight: () => "Change weight of",
  italic: () => "Change slant of",
  align: () => "Align text of",
  partner: () => "Change the partner of",
  mirrorAt: () => "Change the mirror line of",
  pose: () => "Change the pose tracks of"
}, PLAIN_FIELDS = Object.keys(VERBS);
function setLayerField(project, compositionId, ids, field, value) {
  let patches = [], changed2 = [];
  for (let id3 of ids) {
    let layer3 = member(project.compositions.by, compositionId)?.layers.by[id3];
    !layer3 || !(field in layer3) || layer3[field] === value || layer3.locked && field !== "locked" || (changed2.push(id3), patches.push(patchOf([...layerPath(compositionId, id3), field], layer3[field], value), ...field === "source" ? swapped(project, compositionId, layer3, value) : []));
  }
  return patches.length === 0 ? null : { event: "layers.set", label: `${VERBS[field](value)} ${nameOf2(project, compositionId, changed2)}`, patches };
}
function swapped(project, compositionId, layer3, source) {
  if (layer3.kind !== "image" || typeof source != "string") return [];
  let [before, after] = [member(project.assets.by, layer3.source), member(project.assets.by, source)];
  return before && after && "width" in before && "width" in after ? pictureSwapped(layerPath(compositionId, layer3.id), layer3, before, after) : [];
}
function deleteLayers(project, compositionId, ids, newId = idsFromDocument(project)) {
  let composition3 = member(project.compositions.by, compositionId), going = ids.filter((id3) => reachLayer(project, compositionId, id3));
  if (!composition3 || going.length === 0) return null;
  let gone = new Set(going), kept = keepFollowers(project, compositionId, gone, newId);
  if ("refused" in kept) return kept;
  let { patches, nulls } = kept, { order, by } = applyPatches(project, patches).project.compositions.by[compositionId].layers, left2 = order.filter((id3) => !gone.has(id3)), followers = composition3.layers.order.filter((id3) => {
    let { parent } = composition3.layers.by[id3];
    return !going.includes(id3) && parent !== null && going.includes(parent);
  }), named3 = followers.length === 1 ? composition3.layers.by[followers[0]].name : count(followers.length, "follower"), stay = followers.length === 1 ? "stays where it stands" : "stay where they stand";
  return {
    event: "layers.delete",
    label: `Delete ${nameOf2(project, compositionId, going)}`,
    ...followers.length === 0 ? {} : { told: nulls.size === 0 ? `${named3} ${stay}: the place of ${nameOf2(project, compositionId, going)} was worked in.` : `${named3} ${stay}: ${nulls.size === 1 ? `a null keeps the place and the motion of ${by[[...nulls.keys()][0]].name}` : `${nulls.size} nulls keep place and motion`}.` },
    patches: [
      ...patches,
      ...left2.flatMap((id3) => lostLinks(by[id3], gone).map((field) => patchOf([...layerPath(compositionId, id3), field], by[id3][field], null))),
      patchOf([...compositionPath(compositionId), "layers", "order"], order, left2),
      ...going.map((id3) => patchOf(layerPath(compositionId, id3), by[id3], void 0))
    ]
  };
}
function forLayers(project, compositionId, ids, event, verb, patchesFor) {
  let changed2 = [], patches = ids.flatMap((id3) => {
    let layer3 = reachLayer(project, compositionId, id3), mine = layer3 ? patchesFor(layer3, layerPath(compositionId, id3)) : [];
    return mine.length > 0 && changed2.push(id3), mine;
  });
  return patches.length === 0 ? null : { event, label: `${verb} ${nameOf2(project, compositionId, changed2)}`, patches };
}
function nameOf2(project, compositionId, ids) {
  let only = ids.length === 1 ? member(project.compositions.by, compositionId)?.layers.by[ids[0]] : void 0;
  return only ? only.name : count(ids.length, "layer");
}
function lostLinks(layer3, gone) {
  return ["parent", "partner", "clipTo", "appliesTo"].filter((field) => gone.has(String(layer3[field])));
}

// src/core/commands/layers/inks.ts
function isInked(layer3) {
  return layer3.kind === "shape" || layer3.kind === "text";
}
function setInk(project, compositionId, ids, part3, fields) {
  return forLayers(project, compositionId, ids, "inks.set", `Change ${part3} of`, (layer3, path2) => {
    if (!isInked(layer3)) return [];
    let now = layer3[part3];
    return Object.entries(fields).filter(([field, value]) => !sameValue(now[field], value)).map(([field, value]) => patchOf([...path2, part3, field], now[field], value));
  });
}
function setFillKind(project, compositionId, ids, kind, bounds, newId) {
  return forLayers(project, compositionId, ids, "inks.kind", "Change fill of", (layer3, path2) => {
    if (!isInked(layer3) || layer3.fill.kind === kind) return [];
    let patches = [patchOf([...path2, "fill", "kind"], layer3.fill.kind, kind)];
    if (kind !== "linear" && kind !== "radial" || layer3.fill.stops.order.length > 0) return patches;
    let flat = layer3.fill.channels.colour?.value ?? FILL.colour.start, darker = [...flat.slice(0, 3).map((part3) => Math.round(part3 * 350) / 1e3), flat[3]], [left2, top, right, bottom] = bounds(layer3.id) ?? [-50, -50, 50, 50], middle = (left2 + right) / 2, [from, to] = kind === "linear" ? [[middle, top], [middle, bottom]] : [[middle, (top + bottom) / 2], [right, (top + bottom) / 2]], stops = [[0, flat], [100, darker]].map(([at2, colour3]) => ({ id: newId(), off: !1, channels: { at: channelAt(at2), colour: channelAt(colour3) } })), put = (name2, value) => layer3.fill.channels[name2] ? [] : [patchOf([...path2, "fill", "channels", name2], void 0, channelAt(value))];
    return [...patches, ...put("from", from), ...put("to", to), ...stops.map((stop) => patchOf([...path2, "fill", "stops", "by", stop.id], void 0, stop)), patchOf([...path2, "fill", "stops", "order"], layer3.fill.stops.order, stops.map((stop) => stop.id))];
  });
}
function addStop(project, compositionId, layerId, id3) {
  return forLayers(project, compositionId, [layerId], "inks.stop", "Add a colour to", (layer3, path2) => {
    if (!isInked(layer3)) return [];
    let stops = inOrder(layer3.fill.stops).map((stop2) => ({ at: stillNumber(stop2.channels.at), colour: stop2.channels.colour?.value ?? [1, 1, 1, 1] })).sort((a, b) => a.at - b.at), [at2, colour3] = [50, [1, 1, 1, 1]];
    for (let i = 1, gap = 0; i < stops.length; i++) {
      let [a, b] = [stops[i - 1], stops[i]];
      b.at - a.at <= gap || (gap = b.at - a.at, at2 = Math.round((a.at + b.at) / 2), colour3 = a.colour.map((part3, c) => Math.round((part3 + b.colour[c]) / 2 * 1e3) / 1e3));
    }
    let stop = { id: id3, off: !1, channels: { at: channelAt(at2), colour: channelAt(colour3) } };
    return [patchOf([...path2, "fill", "stops", "by", id3], void 0, stop), patchOf([...path2, "fill", "stops", "order"], layer3.fill.stops.order, [...layer3.fill.stops.order, id3])];
  });
}
function stillNumber(channel2) {
  return channel2 ? sampleChannel(channel2, { type: "N", label: "", unit: "%", start: 0 }, 0) : 0;
}
function deleteStop(project, compositionId, layerId, stopId) {
  return forLayers(project, compositionId, [layerId], "inks.stop", "Take a colour out of", (layer3, path2) => {
    let stop = isInked(layer3) ? member(layer3.fill.stops.by, stopId) : void 0;
    if (!isInked(layer3) || !stop || layer3.fill.stops.order.length <= 2) return [];
    let at2 = [...path2, "fill", "stops"];
    return [patchOf([...at2, "order"], layer3.fill.stops.order, layer3.fill.stops.order.filter((id3) => id3 !== stopId)), patchOf([...at2, "by", stopId], stop, void 0)];
  });
}

// src/core/commands/poses/pose-tracks.ts
var POSE2 = ["scaleX", "scaleY", "rotation", "skew", "opacity"];
function poseTracks(project, layer3) {
  let named3 = (addresses) => addresses.flatMap((address) => trackAt(project, layer3, address) ?? []);
  return layer3.pose !== null ? named3(layer3.pose) : isDrawn(layer3.kind) ? named3([...trackAt(project, layer3, "position")?.channel ? ["position"] : ["x", "y"], ...POSE2]) : [];
}
function posedOrKeyed(project, layer3) {
  let pose = new Set(poseTracks(project, layer3).map((track) => track.address));
  return tracksOf(project, layer3).filter((track) => track.operator === null && (pose.has(track.address) || track.channel !== null && hasKeys(track.channel)));
}

// src/core/commands/bars/markers.ts
function addMarkers(project, compositionId, layers2, times, newId) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let marker2 = (at2) => ({ id: newId(), at: at2, name: "", length: 0, note: "", colour: null, fires: !0 }), words2 = times.length === 1 ? "a marker" : count(times.length, "marker");
  if (layers2.length === 0) {
    let ones = times.map(marker2);
    return { event: "markers.add", label: `Add ${words2} to ${composition3.name}`, patches: ones.map((one) => patchOf([...compositionPath(compositionId), "markers", one.id], void 0, one)) };
  }
  let patches = layers2.filter((id3) => reachLayer(project, compositionId, id3)).flatMap((id3) => times.map((at2) => {
    let one = marker2(at2);
    return patchOf([...layerPath(compositionId, id3), "markers", one.id], void 0, one);
  })), whose = layers2.length === 1 ? composition3.layers.by[layers2[0]]?.name : count(layers2.length, "layer");
  return patches.length === 0 ? null : { event: "markers.add", label: `Add ${words2} to ${whose}`, patches };
}
function setMarkers(project, compositionId, refs, given, each2) {
  let patches = refs.flatMap((ref, i) => {
    let fields = each2?.[i] === void 0 ? given : { ...given, at: each2[i] }, found3 = findMarker(project, compositionId, ref);
    return found3 ? Object.entries(fields).filter(([field, value]) => found3.marker[field] !== value).map(([field, value]) => patchOf([...found3.path, field], found3.marker[field], value)) : [];
  }), verb = "name" in given ? "Name" : "at" in given || each2 ? "Move" : "Change";
  return patches.length === 0 ? null : { event: "markers.set", label: `${verb} ${count(refs.length, "marker")}`, patches };
}
function deleteMarkers(project, compositionId, refs) {
  let patches = refs.flatMap((ref) => {
    let found3 = findMarker(project, compositionId, ref);
    return found3 ? [patchOf(found3.path, found3.marker, void 0)] : [];
  });
  return patches.length === 0 ? null : { event: "markers.delete", label: `Delete ${count(patches.length, "marker")}`, patches };
}

// src/core/commands/layers/leave-host.ts
function leaveHost(project, host, chosen, compositions2, nests, frame2, label) {
  let path2 = compositionPath(host.id), gone = new Set(chosen.map((layer3) => layer3.id)), { order, by } = host.layers, left2 = order.filter((id3) => !gone.has(id3)).map((id3) => by[id3]), links = left2.flatMap((layer3) => lostLinks(layer3, gone).map((field) => patchOf([...layerPath(host.id, layer3.id), field], layer3[field], null))), freed = applyPatches(project, links).project, values = left2.filter((layer3) => layer3.parent !== null && gone.has(layer3.parent)).flatMap((layer3) => changedPose(freed, freed.compositions.by[host.id], freed.compositions.by[host.id].layers.by[layer3.id], frame2, worldMatrix(project, host, layer3, frame2, /* @__PURE__ */ new Map()))), stay = setValues(freed, host.id, values, { frame: frame2, keying: !1, newId: () => "" }), top = order.findIndex((id3) => gone.has(id3)), after = [...order.slice(0, top), ...nests.map((nest) => nest.id), ...order.slice(top).filter((id3) => !gone.has(id3))];
  return {
    event: "layers.nest",
    label,
    made: nests.map((nest) => nest.id),
    patches: [
      ...compositions2.map((composition3) => patchOf(compositionPath(composition3.id), void 0, composition3)),
      patchOf(["compositions", "order"], project.compositions.order, [...project.compositions.order, ...compositions2.map((composition3) => composition3.id)]),
      ...links,
      ...stay?.patches ?? [],
      ...chosen.map((layer3) => patchOf(layerPath(host.id, layer3.id), layer3, void 0)),
      ...nests.map((nest) => patchOf(layerPath(host.id, nest.id), void 0, nest)),
      patchOf([...path2, "layers", "order"], order, after)
    ]
  };
}

// src/core/commands/nests/nest-riders.ts
var RIDERS = ["place", "timing", "opacity", "blend", "markers"];
function naturalRiders(project, host, chosen) {
  let [first] = chosen;
  return !first || first.blend === "normal" ? [] : chosen.length === 1 ? ["blend"] : chosen.every((layer3) => layer3.blend === first.blend) && whyApart(project, host, chosen) === null ? ["blend"] : [];
}
function whyFixed(project, host, chosen, rider, out, bounds) {
  let [only] = chosen.length === 1 ? chosen : [];
  switch (rider) {
    case "place":
      return only ? whyPlace(only, out, bounds) : "Each layer has a place of its own.";
    case "timing":
      return only ? whyTiming(project, host, only, out) : "Each layer has its own timing.";
    case "opacity":
      return only ? whyOpacity(only, out) : whySharedOpacity(project, host, chosen);
    case "blend":
      return only ? only.blend === "normal" ? `${only.name} blends normally.` : `Inside the nest ${only.name} would have nothing under it to blend with.` : whySharedBlend(project, host, chosen);
    case "markers": {
      if (chosen.every((layer3) => Object.keys(layer3.markers).length === 0)) return "There are no markers.";
      let cued = chosen.find((layer3) => inOrder(layer3.timing).some((node2) => node2.op === "cue" || momentsIn(node2).length > 0));
      return cued && !(only && out.has("timing")) ? `${cued.name} is timed by its markers.` : null;
    }
  }
}
var bothTimed = (layer3) => hasContentTime(layer3.kind) && inOrder(layer3.timing).some((node2) => node2.on === "both");
function moves2(layer3, names) {
  return Object.entries(layer3.channels).some(([name2, channel2]) => names(name2) && channel2 !== void 0 && canChange(channel2));
}
var isPlace2 = (name2) => Object.hasOwn(POSE, name2) && name2 !== "opacity";
function whyEarly(layer3) {
  let outer2 = hull(layer3.spans);
  return outer2 && outer2[0] < layer3.start ? `${layer3.name} begins before its own start; slide its content first.` : null;
}
function whyPlace(layer3, out, bounds) {
  return !isDrawn(layer3.kind) || !out.has("place") && bounds(layer3.id) === null ? `${layer3.name} has no picture of its own to put inside.` : out.has("place") ? out.has("timing") ? bothTimed(layer3) ? "Its timing bends place and picture alike: both ride together." : moves2(layer3, isPlace2) ? "Its place is keyed: inside, its timing would bend it." : null : null : bothTimed(layer3) ? out.has("timing") ? null : "Its timing bends place and picture alike: flip Timing." : whyEarly(layer3);
}
function whyOpacity(layer3, out) {
  let opacity = layer3.channels;
  return !opacity.opacity || opacity.opacity.value === 100 && !canChange(opacity.opacity) ? `${layer3.name} is at 100 %.` : isDrawn(layer3.kind) ? out.has("opacity") ? out.has("timing") && canChange(opacity.opacity) ? "Its opacity is keyed: inside, its timing would bend it." : null : bothTimed(layer3) && canChange(opacity.opacity) && !out.has("timing") ? "Its timing bends opacity and picture alike: flip Timing." : whyEarly(layer3) : `${layer3.name} has no picture of its own.`;
}
function whyTiming(project, host, layer3, out) {
  let { name: name2 } = layer3, nodes2 = inOrder(layer3.timing);
  if (nodes2.length === 0) return `${name2} has no timing.`;
  if (!hasContentTime(layer3.kind)) return `The timing of ${name2} bends its own keys and stays with them.`;
  if (out.has("timing")) return null;
  let source = sourceOf(project, host, layer3);
  return source ? sameRate(source.rate, host.rate) ? source.D !== Math.round(source.D) ? `${name2} shows a source that ends between two frames.` : nodes2.some((node2) => JSON.stringify(node2).includes('"marker"')) ? `${name2} is timed by markers of what it shows, which would be one nest further in.` : layer3.kind === "nest" && Object.values(layer3.dials).some((dial2) => canChange(dial2)) ? `Dials of ${name2} are keyed, and timing would bend them.` : moves2(layer3, isPlace2) && !out.has("place") ? "Its place is keyed: flip Place first." : moves2(layer3, (one) => one === "opacity") && !out.has("opacity") ? "Its opacity is keyed: flip Opacity first." : bothTimed(layer3) && !out.has("place") ? "Its timing bends place and picture alike: flip Place first." : whyEarly(layer3) : `${name2} shows a source of another rate.` : `${name2} shows nothing.`;
}
function whySharedOpacity(project, host, chosen) {
  let of = (layer3) => layer3.channels.opacity, first = of(chosen[0]), still = (channel2) => channel2 === void 0 || !canChange(channel2);
  if (!chosen.every((layer3) => still(of(layer3)))) return "Each layer\u2019s opacity is its own: it is keyed.";
  let value = first?.value ?? 100;
  return chosen.some((layer3) => (of(layer3)?.value ?? 100) !== value) ? "Each layer has an opacity of its own." : value === 100 ? "All are at 100 %." : whyApart(project, host, chosen);
}
function whySharedBlend(project, host, chosen) {
  let blended = chosen.find((layer3) => layer3.blend !== "normal");
  return blended ? chosen.some((layer3) => layer3.blend !== blended.blend) ? `${blended.name} blends otherwise than the rest; inside it blends with the rest alone.` : whyApart(project, host, chosen) ?? "Inside the nest they would have nothing under them to blend with." : "All blend normally.";
}
var MOST3 = 6e4;
function whyApart(project, host, chosen) {
  let { duration: duration2 } = host;
  if (duration2 * chosen.length * chosen.length > MOST3) return "There are too many frames to see whether they overlap.";
  for (let frame2 = 0; frame2 < duration2; frame2++) {
    let boxes = chosen.flatMap((layer3) => {
      let box = inSpans(layer3.spans, frame2) && layer3.visible ? hostBox(project, host, layer3, frame2) : null;
      return box === "unknown" ? [{ layer: layer3, box: null }] : box ? [{ layer: layer3, box }] : [];
    });
    for (let [i, one] of boxes.entries()) for (let other of boxes.slice(i + 1))
      if (one.box === null || other.box === null || meet(one.box, other.box)) return `${one.layer.name} and ${other.layer.name} overlap at frame ${frame2}: as one they would look different.`;
  }
  return null;
}
function hostBox(project, host, layer3, frame2) {
  if (layer3.kind === "text") return "unknown";
  let cover = coverOf(project, host, layer3, frame2);
  return cover && uprightBox(worldMatrix(project, host, layer3, frame2, /* @__PURE__ */ new Map()), cover);
}
function uprightBox(matrix, [left2, top, right, bottom]) {
  let corners = [[left2, top], [right, top], [right, bottom], [left2, bottom]].map(([x, y]) => transform2(matrix, x, y)), [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}
function meet(a, b) {
  return a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];
}
function middleOf(project, host, chosen, parent, frame2, bounds) {
  let leader = parent === null ? void 0 : member(host.layers.by, parent), back3 = leader ? invert(worldMatrix(project, host, leader, frame2, /* @__PURE__ */ new Map())) : null, boxes = chosen.flatMap((layer3) => {
    let box = isDrawn(layer3.kind) ? bounds(layer3.id) : null, world = worldMatrix(project, host, layer3, frame2, /* @__PURE__ */ new Map());
    return box ? [uprightBox(back3 ? multiply(back3, world) : world, box)] : [];
  });
  if (boxes.length === 0) return null;
  let round = (value) => Math.round(value * 10) / 10 + 0;
  return [round((Math.min(...boxes.map((box) => box[0])) + Math.max(...boxes.map((box) => box[2]))) / 2), round((Math.min(...boxes.map((box) => box[1])) + Math.max(...boxes.map((box) => box[3]))) / 2)];
}

// src/core/commands/nests/nest-picture.ts
function nestParted(project, host, layer3, out, choice2) {
  let { name: name2, frame: frame2, newId, bounds } = choice2;
  if (out.has("place")) return nestPictures(project, host, [layer3], choice2, out);
  let id3 = newId(), inner = pictureOf(project, host, layer3, id3, name2, bounds(layer3.id) ?? [0, 0, 0, 0], out), nest = nestInPlace(layer3, id3, name2, newId(), [0, 0, 0, 0], out, choice2.span), middle = middleOf(project, host, [layer3], layer3.parent, frame2, bounds), place2 = middle ? channelsAt({ x: middle[0], y: middle[1], pivotX: middle[0], pivotY: middle[1] }) : {};
  return leaveHost(project, host, [layer3], [inner], [{ ...nest, channels: { ...place2, ...nest.channels } }], frame2, `Nest ${count(1, "layer")} in ${name2}`);
}
var ALL = new Set(RIDERS);
function nestPictures(project, host, chosen, { name: name2, span: span2, bounds, newId }, out = ALL) {
  let compositions2 = [], nests = /* @__PURE__ */ new Map(), corners = /* @__PURE__ */ new Map();
  for (let layer3 of chosen) {
    let box = bounds(layer3.id);
    if (!isDrawn(layer3.kind) || !box) return { refused: `${layer3.name} has no picture of its own to put inside.` };
    let why = out === ALL ? whyNoPicture(project, host, layer3) : null;
    if (why !== null) return { refused: why };
    let id3 = newId();
    compositions2.push(pictureOf(project, host, layer3, id3, chosen.length === 1 ? name2 : layer3.name, box, out)), nests.set(layer3.id, nestInPlace(layer3, id3, out === ALL ? layer3.name : name2, layer3.id, box, out, span2)), corners.set(layer3.id, [-box[0], -box[1]]);
  }
  let moved = inOrder(host.layers).flatMap((layer3) => {
    let corner = layer3.parent === null ? void 0 : corners.get(layer3.parent), nest = nests.get(layer3.id), before = nest ?? layer3, after = corner && isDrawn(layer3.kind) ? movedOver(before, corner) : before;
    return after === layer3 ? [] : nest ? [patchOf(layerPath(host.id, layer3.id), layer3, after)] : differingChannels(host.id, layer3, after);
  });
  return {
    event: "layers.nest",
    label: `Nest the picture of ${chosen.length === 1 ? chosen[0].name : count(chosen.length, "layer")}`,
    made: chosen.map((layer3) => layer3.id),
    patches: [
      ...compositions2.map((composition3) => patchOf(compositionPath(composition3.id), void 0, composition3)),
      ...moved,
      patchOf(["compositions", "order"], project.compositions.order, [...project.compositions.order, ...compositions2.map((composition3) => composition3.id)])
    ]
  };
}
function whyNoPicture(project, host, layer3) {
  let outer2 = hull(layer3.spans);
  if (outer2 && outer2[0] < layer3.start) return `${layer3.name} begins before its own start; slide its content first.`;
  let source = sourceOf(project, host, layer3);
  return source ? sameRate(source.rate, host.rate) ? source.D !== Math.round(source.D) ? `${layer3.name} shows a source that ends between two frames; its layers can go inside only whole.` : inOrder(layer3.timing).some((node2) => JSON.stringify(node2).includes('"marker"')) ? `${layer3.name} is timed by markers of what it shows, which would be one nest further in.` : null : `${layer3.name} shows a source of another rate; its layers can go inside only whole.` : null;
}
function pictureOf(project, host, layer3, id3, name2, [left2, top, right, bottom], out) {
  let source = out.has("timing") ? sourceOf(project, host, layer3) : null, duration2 = Math.max(1, Math.ceil(source ? source.D : (hull(layer3.spans)?.[1] ?? host.duration) - layer3.start)), own2 = Object.entries(layer3.channels).filter(([one]) => !Object.hasOwn(POSE, one) || (one === "opacity" ? !out.has("opacity") : !out.has("place"))), begins = layer3.start, markers = out.has("markers") && !isCued(layer3) ? {} : Object.fromEntries(Object.values(layer3.markers).map((marker2) => [marker2.id, { ...marker2, at: marker2.at - begins }])), inner = {
    ...layer3,
    start: 0,
    spans: [[0, duration2]],
    markers,
    parent: null,
    ...out.has("place") ? AT_REST : {},
    clipTo: null,
    ...out.has("blend") ? { blend: "normal" } : {},
    visible: !0,
    locked: !1,
    solo: !1,
    guide: !1,
    // What bends the time of a source stays outside, on the nest, and so do masks and effects, whose keys it does not bend; what
    // bends the layer's own keys is needed on both sides.
    ...source ? { timing: { order: [], by: {} }, sampling: "exact" } : {},
    ...goesOut(layer3, out) ? { masks: { order: [], by: {} }, effects: { order: [], by: {} } } : {},
    channels: { ...Object.fromEntries(own2), ...!out.has("place") || left2 === 0 ? {} : { x: channelAt(-left2) }, ...!out.has("place") || top === 0 ? {} : { y: channelAt(-top) } }
  }, [width2, height] = out.has("place") ? [Math.max(1, Math.ceil(right - left2)), Math.max(1, Math.ceil(bottom - top))] : [host.width, host.height], size2 = { width: width2, height, rate: host.rate, duration: duration2 }, rigid2 = out.has("timing") && layer3.kind === "nest" && layer3.take === null ? member(project.compositions.by, layer3.source)?.rigid ?? [] : [];
  return { ...newComposition(id3, name2, size2), rigid: rigid2, layers: { order: [inner.id], by: { [inner.id]: inner } } };
}
function nestInPlace(layer3, source, name2, id3, [left2, top], out, span2) {
  let channels2 = Object.fromEntries(Object.entries(layer3.channels).filter(([one]) => Object.hasOwn(POSE, one) && out.has(one === "opacity" ? "opacity" : "place")));
  left2 !== 0 && (channels2.pivotX = shiftedBy(channels2.pivotX, POSE.pivotX.start, -left2)), top !== 0 && (channels2.pivotY = shiftedBy(channels2.pivotY, POSE.pivotY.start, -top));
  let { start, markers, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint: joint2, clipTo, clipSide, blend: blend2, visible, solo, guide, colour: colour3, note: note2 } = layer3, keeps2 = hasContentTime(layer3.kind) && out.has("timing"), onKeys2 = inOrder(layer3.timing).filter((node2) => keeps2 || (hasContentTime(layer3.kind) ? node2.on === "keys" : node2.on !== "content")).map((node2) => keeps2 ? node2 : { ...node2, on: "keys" }), timing = { order: onKeys2.map((node2) => node2.id), by: Object.fromEntries(onKeys2.map((node2) => [node2.id, node2])) }, spans2 = span2 ? layer3.spans.map((one) => clipSpan(one, span2)).filter((one) => one !== null) : layer3.spans;
  return {
    ...newNest(id3, name2, spans2.length > 0 ? spans2 : layer3.spans, source),
    start,
    timing,
    markers: out.has("markers") || isCued(layer3) ? markers : {},
    parent,
    clipTo,
    clipSide,
    ...out.has("blend") ? { blend: blend2 } : {},
    visible,
    solo,
    guide,
    colour: colour3,
    note: note2,
    ...out.has("place") ? { partner, turnAlong, turnBy, mirrorAt, pose, joint: joint2 } : {},
    ...keeps2 ? { sampling: layer3.sampling } : { sampling: "exact" },
    ...goesOut(layer3, out) ? { masks: layer3.masks, effects: layer3.effects } : {},
    clipFrame: !1,
    channels: channels2
  };
}
function isCued({ timing }) {
  return inOrder(timing).some((node2) => node2.op === "cue" && !node2.off);
}
var AT_REST = { partner: null, turnAlong: !1, turnBy: 0, mirrorAt: null, pose: null, joint: null };
function goesOut(layer3, out) {
  return hasContentTime(layer3.kind) && out.has("timing");
}
function movedOver(layer3, [dx, dy]) {
  if (dx === 0 && dy === 0) return layer3;
  let channels2 = layer3.channels, place2 = channels2.position, moved = place2 ? { position: shiftedChannel(place2, (value) => [value[0] + dx, value[1] + dy]) } : { ...dx === 0 ? {} : { x: shiftedBy(channels2.x, POSE.x.start, dx) }, ...dy === 0 ? {} : { y: shiftedBy(channels2.y, POSE.y.start, dy) } };
  return { ...layer3, mirrorAt: layer3.mirrorAt === null ? null : layer3.mirrorAt + dx, channels: { ...channels2, ...moved } };
}
function differingChannels(hostId, before, after) {
  let path2 = layerPath(hostId, before.id), [old, now] = [before.channels, after.channels];
  return [
    ...Object.keys(now).filter((name2) => old[name2] !== now[name2]).map((name2) => patchOf([...path2, "channels", name2], old[name2], now[name2])),
    ...before.mirrorAt === after.mirrorAt ? [] : [patchOf([...path2, "mirrorAt"], before.mirrorAt, after.mirrorAt)]
  ];
}
function shiftedBy(channel2, start, by) {
  return channel2 ? shiftedChannel(channel2, (value) => value + by) : channelAt(start + by);
}

// src/core/commands/nests/nest.ts
function nestLayers(project, compositionId, ids, choice2) {
  let host = member(project.compositions.by, compositionId), chosen = host ? host.layers.order.filter((id3) => ids.includes(id3) && reachLayer(project, compositionId, id3)).map((id3) => host.layers.by[id3]) : [];
  if (!host || chosen.length === 0) return null;
  if (choice2.inside === "picture") return nestPictures(project, host, chosen, choice2);
  let out = new Set(choice2.outside ?? naturalRiders(project, host, chosen)), why = whyNot(project, host, chosen, out, choice2.bounds);
  if (why !== null) return { refused: why };
  let [only] = chosen.length === 1 ? chosen : [];
  return only && (out.has("place") || out.has("timing") || out.has("opacity")) ? nestParted(project, host, only, out, choice2) : nestWhole(project, host, chosen, out, choice2);
}
function whyNot(project, host, chosen, wanted2, bounds) {
  let natural = naturalRiders(project, host, chosen), out = new Set(natural), why = null;
  for (let left2 = RIDERS.filter((rider) => wanted2.has(rider) !== out.has(rider)); left2.length > 0; ) {
    let next2 = left2.find((rider) => (why = whyFixed(project, host, chosen, rider, /* @__PURE__ */ new Set([...out, ...rider === "place" && wanted2.has("timing") ? ["timing"] : []]), bounds)) === null);
    if (next2 === void 0) return why;
    out.delete(next2) || out.add(next2), left2 = left2.filter((rider) => rider !== next2);
  }
  return null;
}
function nestWhole(project, host, chosen, out, { name: name2, length, span: span2, frame: frame2, bounds, newId }) {
  let inside3 = new Set(chosen.map((layer3) => layer3.id));
  for (let layer3 of chosen) if (layer3.kind === "copies" && !inside3.has(layer3.of)) return { refused: `${layer3.name} repeats ${member(host.layers.by, layer3.of)?.name ?? "a layer"}, which has to come along.` };
  let left2 = inOrder(host.layers).find((layer3) => layer3.kind === "copies" && !inside3.has(layer3.id) && inside3.has(layer3.of));
  if (left2?.kind === "copies") return { refused: `${left2.name} repeats ${host.layers.by[left2.of].name} and has to come along.` };
  let [from, to] = span2 ?? (length === "bars" ? wholeFrames(chosen) : [0, host.duration]), compositionNew = newComposition(newId(), name2, { width: host.width, height: host.height, rate: host.rate, duration: to - from }), roots3 = chosen.filter((layer3) => layer3.parent === null || !inside3.has(layer3.parent)), parents = new Set(roots3.map((layer3) => layer3.parent)), shared = parents.size === 1 ? [...parents][0] : null, moved = chosen.map((layer3) => {
    let links = Object.fromEntries(["parent", "partner", "clipTo", "appliesTo"].filter((field) => field in layer3 && layer3[field] !== null && !inside3.has(layer3[field])).map((field) => [field, null])), markers = out.has("markers") ? {} : Object.fromEntries(Object.values(layer3.markers).map((marker2) => [marker2.id, { ...marker2, at: marker2.at - from }])), { opacity: _, ...channels2 } = layer3.channels;
    return { ...layer3, ...links, start: layer3.start - from, spans: moveSpans(layer3.spans, -from), markers, ...out.has("blend") ? { blend: "normal" } : {}, ...out.has("opacity") ? { channels: channels2 } : {} };
  }), filled = { ...compositionNew, layers: { order: moved.map((layer3) => layer3.id), by: Object.fromEntries(moved.map((layer3) => [layer3.id, layer3])) } };
  parents.size > 1 && (filled = keepWorlds(project, host, { ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, [filled.id]: filled } } }, filled.id, roots3.filter((layer3) => layer3.parent !== null), frame2, frame2 - from));
  let [first] = chosen, opacity = out.has("opacity") ? first.channels.opacity : void 0, clips = chosen.length === 1 && first.clipTo !== null ? { clipTo: first.clipTo, clipSide: first.clipSide } : {}, middle = middleOf(project, host, chosen, shared, frame2, bounds), place2 = middle ? { x: middle[0], y: middle[1], pivotX: middle[0], pivotY: middle[1] } : {}, made = newNest(newId(), name2, [[from, to]], filled.id, place2), nest = {
    ...made,
    start: from,
    parent: shared,
    ...shared === null ? {} : { clipFrame: !1 },
    ...clips,
    ...out.has("blend") ? { blend: first.blend } : {},
    ...out.has("markers") ? { markers: allMarkers(chosen, newId) } : {},
    ...opacity ? { channels: { ...made.channels, opacity } } : {}
  };
  return leaveHost(project, host, chosen, [filled], [nest], frame2, `Nest ${count(chosen.length, "layer")} in ${name2}`);
}
function allMarkers(layers2, newId) {
  let all = {};
  for (let layer3 of layers2) for (let marker2 of Object.values(layer3.markers)) {
    let id3 = Object.hasOwn(all, marker2.id) ? newId() : marker2.id;
    all[id3] = { ...marker2, id: id3 };
  }
  return all;
}
function keepWorlds(project, host, next2, compositionId, layers2, frame2, inner) {
  let composition3 = next2.compositions.by[compositionId], values = layers2.flatMap((layer3) => changedPose(next2, composition3, composition3.layers.by[layer3.id], inner, worldMatrix(project, host, layer3, frame2, /* @__PURE__ */ new Map()))), draft = setValues(next2, compositionId, values, { frame: inner, keying: !1, newId: () => "" });
  return draft ? applyPatches(next2, draft.patches).project.compositions.by[compositionId] : composition3;
}
function wholeFrames(layers2) {
  let outers = layers2.flatMap((layer3) => hull(layer3.spans) ?? []), from = Math.floor(Math.min(...outers));
  return [from, Math.max(from + 1, Math.ceil(Math.max(...outers)))];
}

// src/core/evaluate/remembered-nests.ts
var byFaces = /* @__PURE__ */ new WeakMap();
function nestsOf(faces) {
  let nests = byFaces.get(faces);
  return nests || byFaces.set(faces, nests = remember()), nests;
}
function remember() {
  let kept = /* @__PURE__ */ new Map(), bytesOf = (picture2, items) => 300 + picture2.length * 2 + items.length * 300, bytes = 0;
  return {
    get: (picture2) => kept.get(picture2),
    keep(picture2, items) {
      if (!kept.has(picture2)) {
        kept.set(picture2, items), bytes += bytesOf(picture2, items);
        for (let [oldest, old] of kept) {
          if (bytes <= 96e6 || oldest === picture2) break;
          kept.delete(oldest), bytes -= bytesOf(oldest, old);
        }
      }
    }
  };
}
var roots2 = /* @__PURE__ */ new Map(), inside2 = /* @__PURE__ */ new WeakMap(), MOST_ROOTS = 2e3;
function nestsAbove(above, id3) {
  !above && roots2.size > MOST_ROOTS && roots2.clear();
  let known = above ? inside2.get(above) : roots2;
  known || inside2.set(above, known = /* @__PURE__ */ new Map());
  let set = known.get(id3);
  return set || known.set(id3, set = /* @__PURE__ */ new Set([...above ?? [], id3])), set;
}

// src/core/evaluate/evaluate-frame.ts
var BUDGET = 2e5;
function evaluateFrame(project, id3, frame2, { faces, purpose }) {
  let host = compositionOf(project, id3);
  if (!host) return null;
  let around2 = { project, faces, left: BUDGET }, here = { host, frame: frame2, above: nestsAbove(null, id3), matrices: /* @__PURE__ */ new Map(), forms: /* @__PURE__ */ new Map() }, layers2 = drawnLayers(host), soloed = purpose === "bench" && inOrder(host.layers).some((layer3) => layer3.solo), shown2 = [], items = [], drawn = [];
  for (let one of layers2) {
    let { item, bounds, matrix } = drawLayer(around2, here, one);
    purpose === "bench" && shown2.push({ id: one.id, matrix, bounds }), !(!one.visible || soloed && !one.solo || one.guide && purpose === "output" || !item || standsElsewhere(one)) && (items.push(item), drawn.push(one.id));
  }
  let { width: width2, height, background } = host;
  return {
    width: width2,
    height,
    background: background === null ? null : readColour(background),
    root: plainGroup(items, { frame: [width2, height] }),
    drawn,
    layers: shown2.reverse(),
    tooMuch: around2.left < 0
  };
}
function drawLayer(around2, here, given) {
  let one = given.narrowed ? drawnLayer(here.host, asSampled(around2.project, here.host, given.layer)) : given, { prepared: prepared2 } = one, x = keyTimeOf(around2.project, here.host, one, here.frame), matrix = matrixOf(around2.project, here.host, one, x, here.frame, here.matrices);
  if (around2.left-- <= 0) return { item: null, bounds: null, matrix };
  let { items, bounds, nest = null } = contentOf2(around2, here, one, x), wash = one.kind === "wash";
  if (items.length === 0 && !wash || !isShownAt(one, here.frame)) return { item: null, bounds, matrix };
  let opacity = prepared2.opacity(x);
  if (opacity === 0) return { item: null, bounds, matrix };
  let { mask: mask2, effects } = prepared2.finish === null ? UNTOUCHED : prepared2.finish(x), clip2 = one.clipped ? clipOf(around2, here, one.layer) : null;
  if (clip2 === HIDDEN || wash && effects.length === 0) return { item: null, bounds, matrix };
  let { last } = prepared2;
  return last !== null && last.opacity === opacity && last.mask === mask2 && last.effects === effects && last.clip === clip2 && sameNumbers(last.matrix, matrix) && (last.kind === "wash" || last.items === items && sameNumbers(last.frame, nest?.frame ?? null)) || (prepared2.last = wash ? { kind: "wash", matrix, opacity, mask: mask2, effects, clip: clip2 } : { kind: "group", matrix, items, opacity, blend: one.blend, frame: nest?.frame ?? null, isolated: nest !== null, picture: nest?.picture ?? null, mask: mask2, effects, clip: clip2 }), { item: one.washes.length === 0 ? prepared2.last : washed(around2, here, one, prepared2.last), bounds, matrix };
}
var HIDDEN = Symbol("nothing to be seen through");
function clipOf(around2, here, layer3) {
  let target = clipTargetOf(here.host, layer3);
  if (!target) return null;
  let drawn = here.forms.get(target);
  drawn || here.forms.set(target, drawn = drawLayer(around2, here, drawnLayer(here.host, target)));
  let { item } = drawn;
  if (item?.kind !== "group") return layer3.clipSide === "inside" ? HIDDEN : null;
  let known = forms.get(item);
  return known || forms.set(item, known = { inside: { by: item, side: "inside" }, outside: { by: item, side: "outside" } }), known[layer3.clipSide];
}
function standsElsewhere({ kind, layer: layer3 }) {
  return kind === "wash" && layer3.appliesTo !== null;
}
var forms = /* @__PURE__ */ new WeakMap(), together = /* @__PURE__ */ new WeakMap();
function washed(around2, here, { washes }, item) {
  let under = item;
  if (item.kind === "group") for (let wash of washes) {
    if (!wash.visible || wash.guide) continue;
    let { item: over } = drawLayer(around2, here, drawnLayer(here.host, wash));
    if (over?.kind !== "wash" || under.kind !== "group") continue;
    let known = together.get(under);
    known || together.set(under, known = /* @__PURE__ */ new Map());
    let group = known.get(over);
    group || (known.clear(), known.set(over, group = plainGroup([{ ...under, blend: "normal" }, over], { blend: under.blend, isolated: !0 }))), under = group;
  }
  return under;
}
function sameNumbers(a, b) {
  if (a === b) return !0;
  if (a === null || b === null) return !1;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return !1;
  return !0;
}
var EMPTY3 = { items: [], bounds: null };
function contentOf2(around2, here, { kind, layer: layer3, prepared: prepared2 }, x) {
  switch (kind) {
    case "shape":
    case "text":
      return prepared2.content(x, around2.faces);
    case "image":
      return pictureOf2(around2.project, layer3);
    case "nest":
      return nestOf(around2, here, layer3);
    default:
      return EMPTY3;
  }
}
var pictures = /* @__PURE__ */ new WeakMap();
function pictureOf2(project, layer3) {
  let asset2 = assetOf(project, layer3.source);
  if (asset2?.type !== "image") return EMPTY3;
  let known = pictures.get(asset2);
  return known || pictures.set(asset2, known = { items: [{ kind: "image", asset: asset2.id, width: asset2.width, height: asset2.height }], bounds: [0, 0, asset2.width, asset2.height] }), known;
}
function nestOf(around2, here, layer3) {
  let { project } = around2, source = compositionOf(project, layer3.source);
  if (!source) return EMPTY3;
  let bounds = [0, 0, source.width, source.height], at2 = sourceTimeAt(project, here.host, layer3, here.frame);
  if (at2 === null || here.above.has(source.id)) return { ...EMPTY3, bounds };
  let inner = at2 + (sourceOf(project, here.host, layer3)?.offset ?? 0), picture2 = `${deepIdentity(project, source.id)}${ringSuffix(project, source.id, here.above)}@${inner}`, nests = nestsOf(around2.faces), items = nests.get(picture2) ?? nestItems(around2, { host: source, frame: inner, above: nestsAbove(here.above, source.id), matrices: /* @__PURE__ */ new Map(), forms: /* @__PURE__ */ new Map() });
  return around2.left >= 0 && nests.keep(picture2, items), { items, bounds, nest: { frame: layer3.clipFrame ? [source.width, source.height] : null, picture: picture2 } };
}
var standing = /* @__PURE__ */ new WeakMap();
function nestItems(around2, here) {
  let { host, frame: frame2 } = here, items = [];
  for (let one of drawnLayers(host)) {
    if (around2.left < 0) break;
    if (!one.visible || one.guide || !isShownAt(one, frame2)) continue;
    let { item } = drawLayer(around2, here, one);
    item && !standsElsewhere(one) && items.push(item);
  }
  let then = standing.get(host);
  return then && then.length === items.length && then.every((item, i) => item === items[i]) ? then : (standing.set(host, items), items);
}

// src/core/commands/nests/unnest.ts
function unnestLayer(project, compositionId, layerId, newId) {
  let host = member(project.compositions.by, compositionId), nest = reachLayer(project, compositionId, layerId), source = nest?.kind === "nest" ? member(project.compositions.by, nest.source) : void 0;
  if (!host || nest?.kind !== "nest" || !source) return null;
  let why = whyWhole(project, host, nest, source);
  if (why !== null) return { refused: why };
  let { D, offset } = sourceOf(project, host, nest), by = nest.start - offset, inner = inOrder(source.layers), ids = new Map(inner.map((layer3) => [layer3.id, newId()])), holder = holderOf(nest, newId), root = holder?.id ?? nest.parent, link = (id3) => id3 === null ? null : ids.get(id3) ?? null, room = nest.spans.map((span2) => clipSpan(span2, [nest.start, nest.start + D])).filter((span2) => span2 !== null), out = inner.map((layer3) => {
    let spans2 = moveSpans(layer3.spans, by).flatMap((span2) => room.flatMap((part3) => {
      let cut4 = clipSpan(span2, part3);
      return cut4 ? [cut4] : [];
    }));
    return {
      ...layer3,
      id: ids.get(layer3.id),
      start: layer3.start + by,
      spans: spans2.length > 0 ? spans2 : moveSpans(layer3.spans, by),
      // What is not in film is never seen through a nest.
      visible: layer3.visible && !layer3.guide && nest.visible && spans2.length > 0,
      guide: layer3.guide || nest.guide,
      solo: nest.solo,
      markers: Object.fromEntries(Object.values(layer3.markers).map((marker2) => [marker2.id, { ...marker2, at: marker2.at + by }])),
      parent: layer3.parent === null ? isDrawn(layer3.kind) ? root : null : link(layer3.parent),
      partner: link(layer3.partner),
      clipTo: link(layer3.clipTo),
      ..."appliesTo" in layer3 ? { appliesTo: link(layer3.appliesTo) } : {},
      ..."of" in layer3 ? { of: ids.get(layer3.of) ?? layer3.of } : {}
    };
  }), { order } = host.layers, added = [...holder ? [holder] : [], ...out];
  return {
    event: "layers.unnest",
    label: `Take ${nest.name} apart`,
    made: out.map((layer3) => layer3.id),
    patches: [
      ...inOrder(host.layers).filter((layer3) => layer3.id !== nest.id).flatMap((layer3) => lostLinks(layer3, /* @__PURE__ */ new Set([nest.id])).map((field) => patchOf([...layerPath(host.id, layer3.id), field], nest.id, field === "parent" ? root : null))),
      patchOf(layerPath(host.id, nest.id), nest, void 0),
      ...added.map((layer3) => patchOf(layerPath(host.id, layer3.id), void 0, layer3)),
      patchOf([...compositionPath(host.id), "layers", "order"], order, order.flatMap((id3) => id3 === nest.id ? added.map((layer3) => layer3.id) : [id3]))
    ]
  };
}
function holderOf(nest, newId) {
  let pose = Object.entries(nest.channels).filter(([name2, channel2]) => name2 !== "opacity" && (hasKeys(channel2) || channel2.value !== POSE[name2].start));
  if ((pose.length === 0 || standsStill(nest)) && Object.keys(nest.markers).length === 0) return null;
  let { start, parent, partner, markers, timing, colour: colour3, note: note2, turnAlong, turnBy, mirrorAt, joint: joint2 } = nest;
  return { ...newNull(newId(), nest.name, nest.spans, {}), start, parent, partner, markers, timing, colour: colour3, note: note2, turnAlong, turnBy, mirrorAt, joint: joint2, pose: nest.pose, channels: Object.fromEntries(pose) };
}
function standsStill(nest) {
  let channels2 = nest.channels, value = (name2) => channels2[name2]?.value ?? POSE[name2].start, others = Object.keys(POSE).filter((name2) => !["x", "y", "pivotX", "pivotY", "opacity", "position"].includes(name2));
  return !channels2.position && Object.values(channels2).every((channel2) => !channel2 || !canChange(channel2)) && value("x") === value("pivotX") && value("y") === value("pivotY") && others.every((name2) => value(name2) === POSE[name2].start) && !nest.turnAlong;
}
function whyWhole(project, host, nest, source) {
  let { name: name2 } = nest;
  if (holds2(project, source.id, host.id)) return `${name2} shows the composition that it stands in; give it another source first.`;
  let bending = inOrder(nest.timing).filter((node2) => node2.on !== "keys");
  if (bending.some((node2) => !node2.off)) return `${name2} bends the time of what it shows; take its timing off first.`;
  if (bending[0]) return `${name2} keeps ${operatorOf(bending[0].op)?.title ?? bending[0].op} switched off, which no layer of its own could keep; take it off the list first.`;
  if (!sameRate(host.rate, source.rate)) return `${source.name} runs at another rate than ${host.name}; give them one rate first.`;
  if (nest.sampling === "whole" && nest.start !== Math.round(nest.start)) return `${name2} shows whole frames and begins between two; let it begin on one first.`;
  let opacity = nest.channels.opacity;
  if (opacity && (opacity.value !== 100 || hasKeys(opacity))) return `${name2} is see-through as a whole; set its opacity to 100 % first.`;
  if (nest.blend !== "normal") return `${name2} blends as a whole; set its blending to normal first.`;
  if (inOrder(nest.masks).length > 0) return `${name2} has a mask as a whole; take it off first.`;
  if (inOrder(nest.effects).length > 0) return `${name2} has an effect as a whole; take it off first.`;
  if (nest.clipTo !== null) return `${name2} is clipped as a whole; set it free first.`;
  if (Object.keys(nest.dials).length > 0) return `${name2} sets dials of ${source.name}; let go of them first.`;
  if (nest.travel !== null) return `${name2} travels by its contacts; let go of that first.`;
  let leans = inOrder(host.layers).find((layer3) => layer3.clipTo === nest.id || "of" in layer3 && layer3.of === nest.id || "appliesTo" in layer3 && layer3.appliesTo === nest.id);
  if (leans) return `${leans.name} needs ${name2} as a whole; set it free first.`;
  let seen = inOrder(source.layers).filter((layer3) => layer3.visible && !layer3.guide), blends = seen.find((layer3) => isDrawn(layer3.kind) && layer3.blend !== "normal");
  if (blends) return `${blends.name} inside blends with the others inside alone; set its blending to normal first.`;
  let wash = seen.find((layer3) => layer3.kind === "wash");
  return wash ? `${wash.name} inside changes what lies under it inside alone; take it out first.` : nest.clipFrame ? whyCut(project, host, nest, source) : null;
}
var MOST4 = 1e5;
function whyCut(project, host, nest, source) {
  let cut4 = `${nest.name} is clipped to its frame, and something inside may reach beyond it; let it not be clipped first.`;
  if (standsStill(nest) && nest.parent === null && source.width >= host.width && source.height >= host.height) return null;
  if (source.layers.order.length * host.duration > MOST4) return cut4;
  let offset = sourceOf(project, host, nest).offset;
  if (textLayersIn(project, source.id, /* @__PURE__ */ new Set())) return cut4;
  for (let frame2 = 0; frame2 < host.duration; frame2++) {
    let at2 = sourceTimeAt(project, host, nest, frame2);
    if (at2 === null) continue;
    let { root } = evaluateFrame(project, source.id, at2 + offset, { faces: () => null, purpose: "output" });
    if (!staysInside(root.items, [source.width, source.height])) return cut4;
  }
  return null;
}
function textLayersIn(project, id3, seen) {
  let composition3 = member(project.compositions.by, id3);
  return !composition3 || seen.has(id3) ? !1 : (seen.add(id3), inOrder(composition3.layers).some((layer3) => layer3.visible && (layer3.kind === "text" || layer3.kind === "nest" && textLayersIn(project, layer3.source, seen))));
}

// src/core/commands/timing/bake-layers.ts
function bakeLayers(project, compositionId, ids, wish, newId) {
  let steps2 = bakeLayersSteps(project, compositionId, ids, wish, newId), step2 = steps2.next();
  for (; !step2.done; ) step2 = steps2.next();
  if (step2.value === null || "refused" in step2.value) return step2.value;
  let { baked, ...draft } = step2.value;
  return { ...draft, told: tellBake(baked) };
}
function* bakeLayersSteps(project, compositionId, ids, wish, newId) {
  let host = member(project.compositions.by, compositionId), chosen = host ? ids.flatMap((id3) => member(host.layers.by, id3) ?? []) : [];
  if (!host || chosen.length === 0) return null;
  let locked = chosen.find((layer3) => layer3.locked);
  if (locked) return { refused: `${locked.name} is locked; unlock it first.` };
  let baked = yield* bakeSteps(project, compositionId, chosen.map((layer3) => layer3.id), wish, newId);
  if (baked.layers.length === 0) return { refused: wordsOf(baked.left[0]) ?? "There is nothing to bake." };
  let patches = [
    ...baked.compositions.map((composition3) => patchOf(compositionPath(composition3.id), void 0, composition3)),
    ...baked.compositions.length === 0 ? [] : [patchOf(["compositions", "order"], project.compositions.order, [...project.compositions.order, ...baked.compositions.map(({ id: id3 }) => id3)])],
    ...baked.layers.flatMap((layer3) => differing(layerPath(host.id, layer3.id), host.layers.by[layer3.id], layer3))
  ];
  return { event: "layers.bake", label: `Bake ${baked.layers.length === 1 ? baked.layers[0].name : count(baked.layers.length, "layer")} into keys`, patches, made: baked.layers.map((layer3) => layer3.id), baked };
}
function wordsOf(left2) {
  return left2 ? `${left2.where}: ${left2.why}` : null;
}
function tellBake({ keysBefore, keysAfter, left: left2 }) {
  let more = left2.length > 1 ? ` (and ${left2.length - 1} more)` : "";
  return `${count(keysBefore, "key")} became ${count(keysAfter, "key")}.${left2.length > 0 ? ` ${wordsOf(left2[0])}${more}` : ""}`;
}
function differing(path2, before, after) {
  return before === after ? [] : !isRecord(before) || !isRecord(after) || isWhole2(before) || isWhole2(after) ? [patchOf(path2, before, after)] : [.../* @__PURE__ */ new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((name2) => differing([...path2, name2], before[name2], after[name2]));
}
function isRecord(value) {
  return value !== null && typeof value == "object" && !Array.isArray(value);
}
function isWhole2(value) {
  return "keys" in value || "op" in value || "at" in value && "name" in value;
}

// src/core/commands/layers/parent.ts
function setParent(project, compositionId, ids, parentId, how) {
  let composition3 = member(project.compositions.by, compositionId), parent = parentId === null ? null : composition3 && member(composition3.layers.by, parentId);
  if (!composition3 || parent === void 0) return null;
  if (parent && !isDrawn(parent.kind)) return { refused: `${parent.name} has no place on the picture, so nothing can follow it.` };
  let links = [], moving = [];
  for (let id3 of ids) {
    let layer3 = reachLayer(project, compositionId, id3);
    if (!(!layer3 || !isDrawn(layer3.kind) || layer3.parent === parentId)) {
      for (let up = parentId, steps2 = 0; up !== null && steps2 < 1e3; up = member(composition3.layers.by, up)?.parent ?? null, steps2++)
        if (up === id3) return { refused: parentId === id3 ? `${layer3.name} cannot be its own parent.` : `${parent.name} follows ${layer3.name} already; a ring of parents has no beginning.` };
      links.push(patchOf([...layerPath(compositionId, id3), "parent"], layer3.parent, parentId)), moving.push(id3);
    }
  }
  if (links.length === 0) return null;
  let linked = applyPatches(project, links).project, host = linked.compositions.by[compositionId], values = moving.flatMap((id3) => {
    let world = worldMatrix(project, composition3, composition3.layers.by[id3], how.frame, /* @__PURE__ */ new Map()), layer3 = host.layers.by[id3], leader = parentOf(host, layer3), outer2 = leader && worldMatrix(linked, host, leader, how.frame, /* @__PURE__ */ new Map()), back3 = outer2 && invert(outer2);
    return changedPose(linked, host, layer3, how.frame, back3 ? multiply(back3, world) : world);
  }), stay = setValues(linked, compositionId, values, { ...how, keying: !1 }), whose = moving.length === 1 ? composition3.layers.by[moving[0]].name : count(moving.length, "layer");
  return { event: "layers.parent", label: parent ? `Let ${whose} follow ${parent.name}` : `Let ${whose} follow nothing`, patches: [...links, ...stay?.patches ?? []] };
}

// src/core/commands/bars/sequence.ts
function sequenceLayers(project, compositionId, ids, { each: each2, overlap: overlap2 }) {
  let composition3 = member(project.compositions.by, compositionId), layers2 = [...new Set(ids)].flatMap((id3) => reachLayer(project, compositionId, id3) ?? []).filter((layer3) => hull(layer3.spans) !== null);
  if (!composition3 || layers2.length < 2) return null;
  let at2 = Math.min(...layers2.map((layer3) => hull(layer3.spans)[0])), patches = layers2.flatMap((layer3) => {
    let [from, to] = hull(layer3.spans), lasts = Math.max(1, each2 ?? to - from), moved = slid(compositionId, layer3, at2 - from, lasts);
    return at2 += Math.max(1, lasts - overlap2), moved;
  });
  if (patches.length === 0) return null;
  let words2 = each2 === null ? "" : `, ${count(each2, "frame")} each`;
  return { event: "layers.sequence", label: `Lay ${count(layers2.length, "layer")} one after another${words2}${overlap2 === 0 ? "" : `, ${overlap2} overlapping`}`, patches };
}
function slid(compositionId, layer3, by, lasts) {
  let path2 = layerPath(compositionId, layer3.id), moved = moveSpans(layer3.spans, by), spans2 = trimEnd(moved, hull(moved)[0] + lasts);
  return [
    ...by === 0 ? [] : [patchOf([...path2, "start"], layer3.start, layer3.start + by), ...Object.values(layer3.markers).map((marker2) => patchOf([...path2, "markers", marker2.id, "at"], marker2.at, marker2.at + by))],
    ...JSON.stringify(spans2) === JSON.stringify(layer3.spans) ? [] : [patchOf([...path2, "spans"], layer3.spans, spans2)]
  ];
}

// src/core/commands/bars/stretch.ts
var SHORTEST2 = 1;
function stretchLayers(project, compositionId, ids, end, by, newId) {
  return by === 0 ? null : forLayers(project, compositionId, ids, "layers.stretch", "Stretch", (layer3, path2) => {
    let outer2 = hull(layer3.spans);
    if (!outer2) return [];
    let { factor } = stretchFactor(project, compositionId, layer3, end, by);
    return factor === 1 ? [] : stretched2(project, compositionId, layer3, path2, end === "end" ? outer2[0] : outer2[1], factor, newId);
  });
}
function stretchFactor(project, compositionId, layer3, end, by) {
  let outer2 = hull(layer3.spans);
  if (!outer2) return { factor: 1, stops: !1 };
  let length = outer2[1] - outer2[0], wanted2 = Math.max(SHORTEST2, end === "end" ? length + by : length - by) / length, least = leastFactor(project, compositionId, layer3);
  return { factor: Math.max(least, wanted2), stops: wanted2 < least };
}
function elasticOf(project, compositionId, layer3) {
  let host = member(project.compositions.by, compositionId), source = host && layer3.kind === "nest" ? sourceOf(project, host, layer3) : null;
  if (!source || source.rigid.length === 0) return null;
  let whole2 = source.rigid.reduce((sum2, [from, to]) => sum2 + to - from, 0), on = inOrder(layer3.timing).filter((node3) => !node3.off), [node2] = on;
  return on.length === 0 ? { node: null, length: source.D, whole: whole2 } : on.length === 1 && node2.op === "elastic" && typeof node2.length == "number" ? { node: node2, length: node2.length, whole: whole2 } : null;
}
function leastFactor(project, compositionId, layer3) {
  let elastic3 = elasticOf(project, compositionId, layer3);
  return elastic3 && elastic3.length > 0 ? Math.min(1, elastic3.whole / elastic3.length) : 0;
}
function stretched2(project, compositionId, layer3, path2, anchor2, factor, newId) {
  let move2 = (at2) => rescaled(anchor2 + (at2 - anchor2) * factor, 1), patches = [
    patchOf([...path2, "spans"], layer3.spans, layer3.spans.map(([from, to]) => [move2(from), move2(to)])),
    ...Object.values(layer3.markers).map((marker2) => patchOf([...path2, "markers", marker2.id, "at"], marker2.at, move2(marker2.at)))
  ], start = move2(layer3.start);
  start !== layer3.start && patches.push(patchOf([...path2, "start"], layer3.start, start));
  let bendsKeys = inOrder(layer3.timing).some((node2) => !node2.off && (node2.on ?? (hasContentTime(layer3.kind) ? "content" : "keys")) !== "content"), elastic3 = elasticOf(project, compositionId, layer3);
  if (elastic3 ? patches.push(...broughtTo(layer3, path2, elastic3, rescaled(elastic3.length * factor, 1), newId)) : hasContentTime(layer3.kind) ? patches.push(...faster(layer3, path2, 1 / factor, bendsKeys ? "both" : void 0, newId)) : bendsKeys && patches.push(...faster(layer3, path2, 1 / factor, void 0, newId)), !bendsKeys) for (let found3 of ownTracks(layer3)) found3.channel && patches.push(...spreadKeys([...path2, ...found3.path], found3.channel, factor));
  return patches;
}
function broughtTo(layer3, path2, { node: node2 }, length, newId) {
  if (node2) return [patchOf([...path2, "timing", "by", node2.id, "length"], node2.length, length)];
  let id3 = newId();
  return [patchOf([...path2, "timing", "by", id3], void 0, newOperator("elastic", id3, { length })), patchOf([...path2, "timing", "order"], layer3.timing.order, [id3, ...layer3.timing.order])];
}
function faster(layer3, path2, rate3, on, newId) {
  let [first] = inOrder(layer3.timing);
  if (first?.op === "speed" && !first.off && first.on === on && first.at === 0 && typeof first.rate == "number")
    return [patchOf([...path2, "timing", "by", first.id, "rate"], first.rate, first.rate * rate3)];
  let id3 = newId(), node2 = { ...newOperator("speed", id3, { rate: rate3 }), ...on === void 0 ? {} : { on } };
  return [patchOf([...path2, "timing", "by", id3], void 0, node2), patchOf([...path2, "timing", "order"], layer3.timing.order, [id3, ...layer3.timing.order])];
}
function spreadKeys(path2, channel2, factor) {
  let wider = rescaleChannel(channel2, factor);
  return inTime(channel2.keys).flatMap((key) => ["at", "right", "left", "kept"].flatMap((field) => {
    let next2 = wider.keys[key.id][field];
    return sameValue(key[field], next2) ? [] : [patchOf([...path2, "keys", key.id, field], key[field], next2)];
  }));
}
function splitLayers(project, compositionId, ids, frame2, newId) {
  let composition3 = project.compositions.by[compositionId], later2 = /* @__PURE__ */ new Map(), taken2 = Object.values(composition3?.layers.by ?? {}).map((layer3) => layer3.name), draft = forLayers(project, compositionId, ids, "layers.split", "Split", (layer3, path2) => {
    let outer2 = hull(layer3.spans);
    if (!outer2 || frame2 <= outer2[0] || frame2 >= outer2[1]) return [];
    let before = layer3.spans.flatMap(([from, to]) => from < frame2 ? [[from, Math.min(to, frame2)]] : []), after = layer3.spans.flatMap(([from, to]) => to > frame2 ? [[Math.max(from, frame2), to]] : []), id3 = newId();
    later2.set(layer3.id, id3);
    let [name2] = nextNames([layer3.name], taken2);
    return taken2.push(name2), [patchOf([...path2, "spans"], layer3.spans, before), patchOf(layerPath(compositionId, id3), void 0, { ...layer3, id: id3, name: name2, spans: after })];
  });
  if (!draft || !composition3) return null;
  let order = composition3.layers.order.flatMap((id3) => later2.has(id3) ? [later2.get(id3), id3] : [id3]);
  return { ...draft, made: [...later2.values()], patches: [...draft.patches, patchOf(["compositions", "by", compositionId, "layers", "order"], composition3.layers.order, order)] };
}

// src/core/commands/timing/what-gave.ts
var BEYOND = 8;
function whatGave(before, after, host, layer3, op) {
  let now = member(after.compositions.by[host.id].layers.by, layer3.id), end = layer3.spans.at(-1)?.[1], begin = layer3.spans[0]?.[0];
  if (end === void 0 || begin === void 0 || !hasContentTime(layer3.kind)) return null;
  let last = Math.ceil(end - 1e-6) - 1, shown2 = sourceTimeAt(before, host, layer3, last);
  if (shown2 === null) return null;
  let next2 = after.compositions.by[host.id], trim = (words2, at3) => ({ words: words2, do: "layers.trim", with: { composition: host.id, layers: [layer3.id], end: "end", at: at3 } });
  if (sourceTimeAt(after, next2, now, last) === null) {
    let frame2 = last;
    for (; frame2 > begin && sourceTimeAt(after, next2, now, frame2) === null; ) frame2--;
    return frame2 <= begin ? { words: "nothing of it is left in its bar." } : { words: `the bar shows nothing for its last ${say(last - frame2)}.`, offer: trim("Trim it", frame2 + 1) };
  }
  let source = timingOf(after, next2, now).source;
  if (op === "loop" && source !== null && end < host.duration && sourceTimeAt(before, host, layer3, Math.ceil(end)) === null && sourceTimeAt(before, host, layer3, last, !0) === shown2 && Math.abs(timingOf(before, host, layer3).stack.content.at(Math.ceil(end)) - source.D) < 1 + 1e-6) return { words: "its bar holds one play.", offer: trim("Lengthen it to the end", host.duration) };
  let { found: found3 } = preimages(timingOf(after, next2, now).stack.content, shown2, begin, end + (end - begin) * BEYOND), [first] = found3;
  if (!first || found3.some(({ from }) => from <= last + 1e-6)) return null;
  let early = Math.ceil(first.from - 1e-6) - last, at2 = end + early;
  return end >= host.duration ? { words: `the composition ends ${say(early)} too early for it.` } : { words: `the bar now ends ${say(early)} early.`, offer: trim("Lengthen it", Math.min(at2, host.duration)) };
}
function say(frames) {
  return `${frames} ${frames === 1 ? "frame" : "frames"}`;
}

// src/core/commands/timing/timing.ts
var SIDES = /* @__PURE__ */ new Set(["content", "keys", "both"]);
function setOperator(project, compositionId, refs, given) {
  let patches = [], touched = [], title = "";
  for (let { layer: layer3, node: node2, path: path2 } of reachOperators(project, compositionId, refs)) {
    let fields = operatorFits(node2.op, { ...node2, ...given }) ? { ...given, ...operatorOf(node2.op)?.along?.(node2, given) } : given, changed2 = Object.entries(fields).filter(([field, value]) => node2[field] !== value);
    if (changed2.length === 0) continue;
    if (changed2.some(([field]) => field !== "on" && !(field in node2))) return { refused: "That does not fit here." };
    let why = whyNoOperator(layer3, { ...node2, ...fields });
    if (why !== null) return { refused: touched.length + refs.length > 1 ? `${layer3.name}: ${why}` : why };
    title = titleOf(node2.op), touched.push(layer3.id), patches.push(...changed2.map(([field, value]) => patchOf([...path2, "by", node2.id, field], node2[field], value)));
  }
  return touched.length === 0 ? null : { event: "timing.set", label: `Change ${title} of ${nameOf2(project, compositionId, touched)}`, patches };
}
function addOperator(project, compositionId, layerIds, op, frame2, newId, born = {}) {
  let host = member(project.compositions.by, compositionId), layers2 = layerIds.flatMap((id3) => reachLayer(project, compositionId, id3) ?? []);
  if (!host || layers2.length === 0) return null;
  let patches = [], made = [], did = "";
  for (let layer3 of layers2) {
    let id3 = newId(), { on, tracks = null, ...own2 } = born, node2 = { ...newOperator(op, id3, operatorOf(op).born(birthAt(project, host, layer3, frame2))), ...own2, ...on === void 0 ? {} : { on }, tracks };
    if (Object.keys(own2).some((name2) => !Object.hasOwn(operatorOf(op).fields, name2)) || !operatorFits(op, node2) || on !== void 0 && !SIDES.has(on) || tracks !== null && !(Array.isArray(tracks) && tracks.every((track) => typeof track == "string"))) return { refused: "That does not fit here." };
    let why = whyNoOperator(layer3, node2);
    if (why !== null) return { refused: layers2.length > 1 ? `${layer3.name}: ${why}` : why };
    did = operatorOf(op).did(node2), made.push(id3), patches.push(...putLast(compositionId, layer3, [node2]));
  }
  let [only] = layers2.length === 1 ? layers2 : [], gave = only ? whatGave(project, applyPatches(project, patches).project, host, only, op) : null;
  return {
    event: "timing.add",
    label: `Add ${titleOf(op)} to ${nameOf2(project, compositionId, layers2.map((layer3) => layer3.id))}`,
    made,
    patches,
    told: `${did}${only ? "" : `, on ${layers2.length} layers`}${gave ? `; ${gave.words}` : "."}`,
    ...gave?.offer ? { offer: gave.offer } : {}
  };
}
function putLast(compositionId, layer3, nodes2) {
  let path2 = [...layerPath(compositionId, layer3.id), "timing"];
  return [...nodes2.map((node2) => patchOf([...path2, "by", node2.id], void 0, node2)), patchOf([...path2, "order"], layer3.timing.order, [...layer3.timing.order, ...nodes2.map((node2) => node2.id)])];
}
function birthAt(project, host, layer3, frame2) {
  let { stack, source } = timingOf(project, host, layer3), second = framesPerSecond(source ? source.rate : host.rate), at2 = rescaled((source ? stack.content : stack.keys).at(frame2), 1);
  return source ? { D: source.D, length: source.D, at: Math.min(source.D - 1, Math.max(0, at2)), second: Math.round(second) } : { D: null, length: Math.max(1, stack.keys.at(hull(layer3.spans)?.[1] ?? host.duration)), at: at2, second: Math.round(second) };
}
function deleteOperator(project, compositionId, refs) {
  let found3 = reachOperators(project, compositionId, refs);
  if (found3.length === 0) return null;
  let gone = /* @__PURE__ */ new Map();
  for (let { layer: layer3, node: node2 } of found3) (gone.get(layer3.id) ?? gone.set(layer3.id, /* @__PURE__ */ new Set()).get(layer3.id)).add(node2.id);
  return {
    event: "timing.delete",
    label: `Take ${new Set(found3.map(({ node: node2 }) => node2.op)).size === 1 ? titleOf(found3[0].node.op) : count(found3.length, "step")} off ${nameOf2(project, compositionId, [...gone.keys()])}`,
    patches: [...gone].flatMap(([id3, ids]) => {
      let { timing } = project.compositions.by[compositionId].layers.by[id3], path2 = [...layerPath(compositionId, id3), "timing"];
      return [patchOf([...path2, "order"], timing.order, timing.order.filter((one) => !ids.has(one))), ...[...ids].map((one) => patchOf([...path2, "by", one], timing.by[one], void 0))];
    })
  };
}
function moveOperator(project, compositionId, refs, by) {
  let moved = reachOperators(project, compositionId, refs).flatMap(({ layer: layer3, node: node2, path: path2 }) => {
    let i = layer3.timing.order.indexOf(node2.id);
    if (i + by < 0 || i + by >= layer3.timing.order.length) return [];
    let order = layer3.timing.order.filter((id3) => id3 !== node2.id);
    return order.splice(i + by, 0, node2.id), [{ layer: layer3, node: node2, patch: patchOf([...path2, "order"], layer3.timing.order, order) }];
  });
  return moved.length === 0 ? null : { event: "timing.order", label: `Move ${titleOf(moved[0].node.op)} ${by < 0 ? "up" : "down"} in ${nameOf2(project, compositionId, moved.map(({ layer: layer3 }) => layer3.id))}`, patches: moved.map(({ patch }) => patch) };
}
function reachOperators(project, compositionId, refs) {
  return refs.flatMap((ref) => {
    let layer3 = reachLayer(project, compositionId, ref.layer), node2 = layer3 && member(layer3.timing.by, ref.operator);
    return layer3 && node2 ? [{ layer: layer3, node: node2, path: [...layerPath(compositionId, layer3.id), "timing"] }] : [];
  });
}
function titleOf(op) {
  return operatorOf(op)?.title ?? op;
}
function whyNoOperator(layer3, node2) {
  if (!operatorFits(node2.op, node2)) return "That does not fit here.";
  let on = node2.on ?? (hasContentTime(layer3.kind) ? "content" : "keys"), [fault] = [...operatorFaults(node2), ...on === "keys" ? faultsOnKeys(node2) : []];
  return fault ? `${fault.message.charAt(0).toUpperCase()}${fault.message.slice(1)}.` : null;
}

// src/core/commands/timing/timing-clip.ts
function pasteTiming(project, compositionId, layerIds, clip2, newId) {
  let host = member(project.compositions.by, compositionId), steps2 = inOrder(clip2.layer.timing), layers2 = layerIds.flatMap((id3) => reachLayer(project, compositionId, id3) ?? []);
  if (!host || layers2.length === 0 || steps2.length === 0) return null;
  let made = [], patches = [];
  for (let layer3 of layers2) {
    let path2 = [...layerPath(compositionId, layer3.id), "timing"], added = steps2.map((step2) => {
      let onHost = countsInHostFrames(layer3, step2), factor = framesPerSecond(onHost ? host.rate : sourceOf(project, host, layer3)?.rate ?? host.rate) / framesPerSecond(step2.on === "keys" ? clip2.host : clip2.rate);
      return { ...rescaleOperator(step2, factor), id: newId() };
    }), why = added.map((node2) => whyNoOperator(layer3, node2)).find((one) => one !== null);
    if (why) return { refused: `${layer3.name}: ${why}` };
    made.push(...added.map((node2) => node2.id)), patches.push(...added.map((node2) => patchOf([...path2, "by", node2.id], void 0, node2)), patchOf([...path2, "order"], layer3.timing.order, [...layer3.timing.order, ...added.map((node2) => node2.id)]));
  }
  return { event: "timing.paste", label: `Paste ${count(steps2.length, "step")} of timing to ${nameOf2(project, compositionId, layers2.map((layer3) => layer3.id))}`, made, patches };
}

// src/core/commands/timing/read-timing-clip.ts
var rate2 = tuple([int().min(1), int().min(1)]), outer = strictObject({ format: literal("oak-tumble/timing"), rate: rate2, host: rate2, layer: unknown() });

// src/core/commands/events/assets-add.ts
var assetsAdd = {
  event: "assets.add",
  title: "Bring media into the project",
  about: "project",
  args: (s) => s.z.strictObject({ assets: s.z.array(s.assetFile).min(1) }),
  draft: (project, args) => addAssets(project, args.assets)
};

// src/core/commands/events/assets-delete.ts
var assetsDelete = {
  event: "assets.delete",
  title: "Take media out of the project",
  about: "project",
  args: (s) => s.z.strictObject({ asset: s.id }),
  draft: (project, args) => deleteAsset(project, args.asset)
};

// src/core/commands/events/assets-set.ts
var assetsSet = {
  event: "assets.set",
  title: "Change an asset: its name, or another file in its place",
  about: "project",
  args: (s) => s.z.strictObject({ asset: s.id, fields: s.z.record(s.z.string(), s.z.unknown()) }),
  draft: (project, args) => setAsset(project, args.asset, args.fields)
};

// src/core/commands/events/composition-add.ts
var compositionAdd = {
  event: "composition.add",
  title: "Add a composition",
  about: "project",
  args: (s) => s.z.strictObject({ file: s.compositionFile, after: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => addComposition(project, args.file.id === "new" ? { ...args.file, id: newId() } : args.file, args.after)
};

// src/core/commands/events/composition-delete.ts
var compositionDelete = {
  event: "composition.delete",
  title: "Delete a composition",
  args: (s) => s.z.strictObject({ composition: s.id }),
  draft: (project, args) => deleteComposition(project, args.composition)
};

// src/core/commands/events/composition-duplicate.ts
var compositionDuplicate = {
  event: "composition.duplicate",
  title: "Duplicate a composition",
  args: (s) => s.z.strictObject({ composition: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => duplicateComposition(project, args.composition, newId())
};

// src/core/commands/events/composition-length.ts
var compositionLength = {
  event: "composition.length",
  title: "Make a composition longer or shorter, its bars that reach the end with it",
  args: (s) => s.z.strictObject({ composition: s.id, duration: s.z.int().min(1), bars: s.z.enum(["follow", "stay"]).default("follow") }),
  draft: (project, args) => setDuration(project, args.composition, args.duration, args.bars)
};

// src/core/commands/events/composition-rate.ts
var compositionRate = {
  event: "composition.rate",
  title: "Give a composition another rate; everything keeps its moment in seconds, or its number of frames",
  args: (s) => s.z.strictObject({ composition: s.id, rate: s.rate, keeps: s.z.enum(["seconds", "frames"]).default("seconds") }),
  draft: (project, args) => setRate(project, args.composition, args.rate, args.keeps)
};

// src/core/commands/events/composition-set.ts
var compositionSet = {
  event: "composition.set",
  title: "Change a composition: name, size, ground, play range, rigid spans, note",
  args: (s) => s.z.strictObject({ composition: s.id, fields: s.z.strictObject({ name: s.text, width: s.z.int().min(1).max(8192), height: s.z.int().min(1).max(8192), background: s.z.string().nullable(), range: s.point, loops: s.z.boolean(), note: s.text, colour: s.z.int().min(0).max(7).nullable(), rigid: s.z.array(s.z.tuple([s.time, s.time])).max(1e4) }).partial() }),
  draft: (project, args) => setComposition(project, args.composition, args.fields)
};

// src/core/commands/poses/settle.ts
function settle3(project, compositionId, layers2, frame2, newId) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let values = settledValues(project, composition3, layers2, frame2), { order, by } = composition3.settled, there = inOrder(composition3.settled).find((one) => one.at === frame2), path2 = [...compositionPath(compositionId), "settled"], label = `Keep the picture at ${frame2}: ${count(Object.keys(values).length, "value")}`;
  if (there) return sameValue(there.values, values) ? null : { event: "composition.settle", label, patches: [patchOf([...path2, "by", there.id, "values"], by[there.id].values, values)] };
  let id3 = newId();
  return { event: "composition.settle", label, patches: [patchOf([...path2, "by", id3], void 0, { id: id3, at: frame2, values }), patchOf([...path2, "order"], order, [...order, id3])] };
}
function unsettle(project, compositionId, id3) {
  let settled2 = member(project.compositions.by, compositionId)?.settled, one = settled2 && member(settled2.by, id3);
  if (!settled2 || !one) return { refused: "That picture is not kept any more." };
  let path2 = [...compositionPath(compositionId), "settled"];
  return { event: "composition.unsettle", label: `Let go of the picture at ${one.at}`, patches: [patchOf([...path2, "order"], settled2.order, settled2.order.filter((other) => other !== id3)), patchOf([...path2, "by", id3], one, void 0)] };
}

// src/core/commands/events/composition-settle.ts
var compositionSettle = {
  event: "composition.settle",
  title: "Keep the picture at a frame as one that shall not change",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.z.array(s.id).nullable().default(null), frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => settle3(project, args.composition, args.layers ?? null, args.frame, newId)
};

// src/core/commands/events/composition-size.ts
var compositionSize = {
  event: "composition.size",
  title: "Give a composition another size; what stands in it stays, or is scaled with it",
  args: (s) => s.z.strictObject({ composition: s.id, width: s.z.int().min(1).max(8192), height: s.z.int().min(1).max(8192), content: s.z.enum(["stays", "scales"]).default("stays") }),
  draft: (project, { composition: composition3, width: width2, height, content }) => setSize(project, composition3, [width2, height], content)
};

// src/core/commands/events/composition-tempo.ts
var compositionTempo = {
  event: "composition.tempo",
  title: "Set the tempo of a composition, or take it away",
  args: (s) => s.z.strictObject({ composition: s.id, tempo: s.z.strictObject({ bpm: s.z.number().min(20).max(400), offset: s.frame.default(0), meter: s.z.tuple([s.z.int().min(1), s.z.int().min(1)]).default([4, 4]), map: s.z.array(s.point).nullable().default(null), origin: s.z.enum(["typed", "found"]).default("typed") }).nullable() }),
  draft: (project, args) => setTempo(project, args.composition, args.tempo)
};

// src/core/commands/events/composition-unsettle.ts
var compositionUnsettle = {
  event: "composition.unsettle",
  title: "Let go of a kept picture, which may change then",
  args: (s) => s.z.strictObject({ composition: s.id, settled: s.id }),
  draft: (project, args) => unsettle(project, args.composition, args.settled)
};

// src/core/commands/layers/boxes.ts
function boxesOf(project, compositionId, frame2, given) {
  let host = member(project.compositions.by, compositionId);
  return (id3) => {
    let layer3 = host && member(host.layers.by, id3);
    return given && Object.hasOwn(given, id3) ? given[id3] : host && layer3 ? contentBox(project, host, layer3, frame2) : null;
  };
}

// src/core/commands/events/inks-kind.ts
var inksKind = {
  event: "inks.kind",
  title: "Fill layers flat, with a run of colours, or not at all",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, kind: s.z.enum(["none", "flat", "linear", "radial"]), frame: s.frame.default(0), boxes: s.z.record(s.z.string(), s.box.nullable()).optional(), ids: s.ids }),
  draft: (project, args, { newId }) => setFillKind(project, args.composition, args.layers, args.kind, boxesOf(project, args.composition, args.frame, args.boxes), newId)
};

// src/core/commands/events/inks-set.ts
var inksSet = {
  event: "inks.set",
  title: "Set plain fields of fills or strokes",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, part: s.z.enum(["fill", "stroke"]), fields: s.z.record(s.z.string(), s.z.unknown()) }),
  draft: (project, args) => setInk(project, args.composition, args.layers, args.part, args.fields)
};

// src/core/commands/events/keys-add.ts
var keysAdd = {
  event: "keys.add",
  title: "Key tracks at a frame with the values they have there",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => addKeys(project, args.composition, args.tracks, { frame: args.frame, newId })
};

// src/core/commands/keys/arrange-keys.ts
function arranged(project, compositionId, refs, event, verb, plan, shaped2 = (key) => key) {
  let patches = [], [moved, stay] = [0, 0];
  for (let group of byTrack(project, compositionId, refs)) {
    let landed = land(group, plan(group), (key) => shaped2(key, group));
    patches.push(...landed.patches), moved += landed.moved, stay += landed.stay;
  }
  return patches.length === 0 ? null : { event, label: `${verb} ${count(moved, "key")}`, patches, ...toldOfStay(stay) };
}
function spreadKeys2(project, compositionId, refs, factor, around2, ripple) {
  if (factor === 1) return null;
  let wide = (moment2) => around2 + (moment2 - around2) * factor, longer = (handle2) => Array.isArray(handle2) ? [handle2[0] * factor, handle2[1]] : handle2;
  return arranged(project, compositionId, refs, "keys.spread", factor > 1 ? "Spread" : "Gather", (group) => {
    let own2 = chosenOf(group), last = own2[own2.length - 1], by = last ? wide(momentOf(group, last.at)) - momentOf(group, last.at) : 0, later2 = ripple && last ? group.keys.filter((key) => key.at > last.at) : [];
    return new Map([...own2.map((key) => [key.id, wide(momentOf(group, key.at))]), ...later2.map((key) => [key.id, momentOf(group, key.at) + by])]);
  }, (key, group) => group.chosen.has(key.id) ? { ...key, ...key.right === void 0 ? {} : { right: longer(key.right) }, ...key.left === void 0 ? {} : { left: longer(key.left) } } : key);
}
function alignKeys(project, compositionId, refs, at2, edge) {
  return arranged(project, compositionId, refs, "keys.align", "Align", (group) => {
    let moments = chosenOf(group).map((key) => [key.id, momentOf(group, key.at)]), stand = edge === "first" ? Math.min(...moments.map(([, moment2]) => moment2)) : Math.max(...moments.map(([, moment2]) => moment2));
    return new Map(moments.map(([id3, moment2]) => [id3, moment2 + at2 - stand]));
  });
}
function evenKeys(project, compositionId, refs) {
  let groups = byTrack(project, compositionId, refs), name2 = (moment2) => Math.round(moment2 / 1e-6), rising = [...new Map(groups.flatMap((group) => chosenOf(group).map((key) => {
    let moment2 = momentOf(group, key.at);
    return [name2(moment2), moment2];
  }))).values()].sort((a, b) => a - b);
  if (rising.length < 3) return rising.length === 0 ? null : { refused: "Three moments or more can be spread evenly: select more keys." };
  let [first, last] = [rising[0], rising[rising.length - 1]], place2 = new Map(rising.map((moment2, i) => [name2(moment2), dust(first + (last - first) * i / (rising.length - 1))]));
  return arranged(project, compositionId, refs, "keys.even", "Spread evenly", (group) => new Map(chosenOf(group).map((key) => [key.id, place2.get(name2(momentOf(group, key.at)))])));
}
function snapKeys(project, compositionId, refs, to) {
  let composition3 = project.compositions.by[compositionId], tempo2 = composition3?.tempo;
  if (!composition3 || to === "beats" && !tempo2) return { refused: "This composition has no beats: give it a tempo first." };
  let near2 = (moment2) => to === "frames" ? Math.round(moment2) : dust(frameOfBeat(Math.round(beatAt(moment2, tempo2, composition3.rate)), tempo2, composition3.rate));
  return arranged(project, compositionId, refs, "keys.snap", to === "frames" ? "Put on whole frames" : "Put on beats", (group) => new Map(chosenOf(group).map((key) => [key.id, near2(momentOf(group, key.at))])));
}
function moveSoftly(project, compositionId, refs, by, soft) {
  return by === 0 ? null : Math.abs(by) >= soft ? { refused: `A soft edge of ${soft} frames lets keys go less than ${soft} frames; make the edge wider.` } : arranged(project, compositionId, refs, "keys.move", "Move", (group) => {
    let own2 = chosenOf(group).map((key) => momentOf(group, key.at));
    return new Map(group.keys.flatMap((key) => {
      let moment2 = momentOf(group, key.at), share = group.chosen.has(key.id) ? 1 : 1 - Math.min(...own2.map((one) => Math.abs(one - moment2))) / soft;
      return share <= 0 ? [] : [[key.id, moment2 + by * share]];
    }));
  });
}

// src/core/commands/events/keys-align.ts
var keysAlign = {
  event: "keys.align",
  title: "Put the first or last of the chosen keys of each track at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, at: s.frame, edge: s.z.enum(["first", "last"]) }),
  draft: (project, args) => alignKeys(project, args.composition, args.keys, args.at, args.edge)
};

// src/core/commands/keys/seeded-chance.ts
function chanceFrom(seed) {
  let count2 = Math.floor(seed) | 0;
  return () => {
    count2 = count2 + 2654435769 | 0;
    let mixed = count2 ^ count2 >>> 16;
    return mixed = Math.imul(mixed, 2246822507), mixed ^= mixed >>> 13, mixed = Math.imul(mixed, 3266489909), mixed ^= mixed >>> 16, (mixed >>> 0) / 2 ** 32;
  };
}

// src/core/commands/keys/keys-apart.ts
function putApart(project, compositionId, refs, how) {
  let groups = byTrack(project, compositionId, refs), composition3 = groups[0]?.composition;
  if (!composition3 || how.step === 0) return null;
  let ids = composition3.layers.order.filter((id3) => groups.some((group) => group.layer.id === id3)), turns2 = turnsOf2(project, composition3, ids, how), patches = [], [moved, stay] = [0, 0];
  for (let group of groups) {
    let by = (turns2.get(group.layer.id) ?? 0) * how.step;
    if (by === 0) continue;
    let landed = land(group, new Map(chosenOf(group).map((key) => [key.id, momentOf(group, key.at) + by])));
    patches.push(...landed.patches), moved += landed.moved, stay += landed.stay;
  }
  return patches.length === 0 ? null : { event: "keys.apart", label: `Put ${count(ids.length, "layer")} ${Math.round(how.step * 1e3) / 1e3} frames apart, ${count(moved, "key")} moved`, patches, ...toldOfStay(stay) };
}
function turnsOf2(project, composition3, ids, { order, measure: measure2, from, seed, frame: frame2 }) {
  if (order === "rows" || order === "up") return new Map((order === "rows" ? [...ids] : [...ids].reverse()).map((id3, i) => [id3, i]));
  if (order === "chance") {
    let next2 = chanceFrom(seed), drawn = ids.map((id3) => ({ id: id3, lot: next2() })).sort((a, b) => a.lot - b.lot);
    return new Map(measure2 === "rank" ? drawn.map(({ id: id3 }, i) => [id3, i]) : drawn.map(({ id: id3, lot }) => [id3, lot * (ids.length - 1)]));
  }
  let centre = from ?? [composition3.width / 2, composition3.height / 2], known = /* @__PURE__ */ new Map(), far = ids.map((id3) => {
    let layer3 = composition3.layers.by[id3];
    if (!isDrawn(layer3.kind)) return { id: id3, away: 0 };
    let { pivotX, pivotY } = poseAt(project, composition3, layer3, frame2), [x, y] = transform2(worldMatrix(project, composition3, layer3, frame2, known), pivotX, pivotY);
    return { id: id3, away: order === "across" ? x : order === "down" ? y : Math.hypot(x - centre[0], y - centre[1]) };
  }).sort((a, b) => a.away - b.away), [least, most] = [far[0]?.away ?? 0, far[far.length - 1]?.away ?? 0];
  if (measure2 === "distance") return new Map(far.map(({ id: id3, away }) => [id3, most === least ? 0 : (away - least) / (most - least) * (ids.length - 1)]));
  let rank = -1, before = -1 / 0;
  return new Map(far.map(({ id: id3, away }) => (away - before > 1e-6 && rank++, before = away, [id3, rank])));
}

// src/core/commands/events/keys-apart.ts
var keysApart = {
  event: "keys.apart",
  title: "Put the keys of each layer so many frames later than those of the one before",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, step: s.frame, order: s.z.enum(["rows", "up", "across", "down", "outward", "chance"]).default("rows"), measure: s.z.enum(["rank", "distance"]).default("rank"), from: s.point.nullable().default(null), seed: s.z.int().default(1), frame: s.frame.default(0) }),
  draft: (project, { composition: composition3, keys: keys2, ...how }) => putApart(project, composition3, keys2, { order: how.order ?? "rows", measure: how.measure ?? "rank", from: how.from ?? null, seed: how.seed ?? 1, frame: how.frame ?? 0, step: how.step })
};

// src/core/commands/keys/look-times.ts
var MOST_FRAMES = 2e5;
function tooLong(from, to) {
  return to - from <= MOST_FRAMES ? null : `it lasts ${Math.round(to - from)} frames, and ${MOST_FRAMES} can be looked at one by one`;
}
function timesBetween({ times, composition: composition3 }) {
  let offset = times.at(0), bent4 = [];
  if (!times.even) {
    for (let frame2 = 0; frame2 <= Math.min(composition3.duration, MOST_FRAMES); frame2 += 0.5) bent4.push(times.at(frame2));
    bent4.sort((a, b) => a - b);
  }
  return (from, to) => {
    let found3 = bent4.filter((x) => x > from && x < to), first = Math.floor((from - offset) * 2) + 1;
    for (let n2 = first; offset + n2 / 2 < to; n2++) offset + n2 / 2 > from && found3.push(dust(offset + n2 / 2));
    return times.even ? found3 : found3.sort((a, b) => a - b);
  };
}

// src/core/commands/keys/draw-keys.ts
function drawKeys(project, compositionId, ref, points, tolerance, newId) {
  let target = reach(project, compositionId, ref);
  if (!target || target.track.spec.type !== "N") return null;
  let { composition: composition3, layer: layer3, track } = target, times = keyTimesOf(project, composition3, layer3, track);
  if (!times.even) return { refused: `${track.spec.label} of ${layer3.name} cannot be drawn: the layer\u2019s own timing bends its keys.` };
  let frames = points.map(([frame2]) => frame2), why = points.length === 0 ? null : tooLong(Math.min(...frames), Math.max(...frames));
  if (why !== null) return { refused: `What was drawn is too long: ${why}.` };
  let drawn = byFrame(points);
  if (drawn.length < 2) return null;
  let dense = drawn.map(([frame2, value], i) => ({ id: String(i), at: times.at(frame2), value })), [first, last] = [dense[0], dense[dense.length - 1]], made = thinScalar(dense, (x) => {
    let i = Math.max(0, Math.min(dense.length - 2, dense.findLastIndex((key) => key.at <= x))), [a, b] = [dense[i], dense[i + 1]];
    return a.value + (b.value - a.value) * (x - a.at) / (b.at - a.at);
  }, () => [], tolerance).map((key) => ({ ...key, id: newId(), value: Math.round(key.value * 1e3) / 1e3, joined: !1 })), channel2 = track.channel ?? restingChannel(track), left2 = keysOf2(track.channel).filter((key) => key.at < first.at - 1e-6 || key.at > last.at + 1e-6), keys2 = Object.fromEntries([...left2, ...made].map((key) => [key.id, key])), path2 = trackPath(compositionId, layer3.id, track);
  return { event: "keys.draw", label: `Draw ${track.spec.label} of ${layer3.name}: ${count(made.length, "key")}`, patches: track.channel ? keyPatches(track, path2, channel2.keys, keys2) : [patchOf(path2, void 0, { ...channel2, keys: keys2 })] };
}
function byFrame(points) {
  let values = /* @__PURE__ */ new Map();
  return points.forEach(([frame2, value], i) => {
    let before = points[i - 1], here = Math.round(frame2);
    if (before) {
      let from = Math.round(before[0]), way2 = here > from ? 1 : -1;
      for (let at2 = from + way2; at2 !== here && here !== from; at2 += way2) values.set(at2, before[1] + (value - before[1]) * (at2 - from) / (here - from));
    }
    values.set(here, value);
  }), [...values].sort((a, b) => a[0] - b[0]);
}

// src/core/commands/events/keys-draw.ts
var keysDraw = {
  event: "keys.draw",
  title: "Draw a track by hand: values at frames, thinned within a tolerance",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, track: s.id, points: s.z.array(s.point).max(2e4), tolerance: s.z.number().min(0).default(1), ids: s.ids }),
  draft: (project, args, { newId }) => drawKeys(project, args.composition, { layer: args.layer, track: args.track }, args.points, args.tolerance ?? 1, newId)
};

// src/core/commands/keys/calm-keys.ts
function calmKeys(project, compositionId, refs, share) {
  let patches = [], many = 0;
  for (let group of byTrack(project, compositionId, refs)) {
    let keys2 = group.keys, after = keys2.map((key, i) => {
      let [before, next2] = [keys2[i - 1], keys2[i + 1]];
      if (!before || !next2 || ![before, key, next2].every((one) => group.chosen.has(one.id))) return key;
      let u = (key.at - before.at) / (next2.at - before.at), calm = (own3, a2, b2) => tidy(own3 + (a2 + (b2 - a2) * u - own3) * share);
      if (many++, typeof key.value == "number") return { ...key, value: calm(key.value, before.value, next2.value) };
      let [own2, a, b] = [key.value, before.value, next2.value];
      return [own2, a, b].every((one) => Array.isArray(one) && one.every((part3) => typeof part3 == "number")) ? { ...key, value: own2.map((part3, c) => calm(part3, a[c], b[c])) } : key;
    });
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? refs.length === 0 ? null : { refused: "Select three keys or more of a track that do not lie on one line: the first and the last stay." } : { event: "keys.calm", label: `Smooth out ${count(many, "key")}`, patches };
}

// src/core/commands/events/keys-calm.ts
var keysCalm = {
  event: "keys.calm",
  title: "Smooth out a run of keys",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, share: s.z.number().min(0).max(1).default(0.5) }),
  draft: (project, args) => calmKeys(project, args.composition, args.keys, args.share ?? 0.5)
};

// src/core/commands/events/keys-delete.ts
var keysDelete = {
  event: "keys.delete",
  title: "Delete keys",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => deleteKeys(project, args.composition, args.keys)
};

// src/core/commands/events/keys-even.ts
var keysEven = {
  event: "keys.even",
  title: "Put keys at even distances between the first and the last",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => evenKeys(project, args.composition, args.keys)
};

// src/core/commands/keys/unfold-curve.ts
var NEAR3 = 4e-3, FINE = 1024;
function unfold(project, compositionId, refs, event, how) {
  let patches = [], [legs, more] = [0, 0], cannot2 = [];
  for (let group of byTrack(project, compositionId, refs)) {
    let keys2 = [...group.keys], between4 = [];
    group.keys.forEach((key, i) => {
      if (!group.chosen.has(key.id)) return;
      let made = i < keys2.length - 1 ? how(group, i) : null;
      if (made) {
        if ("why" in made) return void cannot2.push(`${group.track.spec.label} of ${group.layer.name}: ${made.why}`);
        if (legs++, more += made.between.length, keys2[i] = { ...made.from, ...keys2[i].left === void 0 ? {} : { left: keys2[i].left } }, between4.push(...made.between), group.track.spec.type === "N") {
          let { left: _left, ...next2 } = keys2[i + 1];
          keys2[i + 1] = { ...next2, ...made.left === void 0 ? {} : { left: made.left } };
        }
      }
    }), patches.push(...rekeyed(group, [...keys2, ...between4]));
  }
  if (patches.length === 0) return cannot2[0] === void 0 ? null : { refused: `${cannot2[0]}.` };
  let label = event === "keys.handles" ? `Turn ${count(legs, "curve")} into handles` : `Turn ${count(legs, "leg")} into keys`;
  return { event, label: `${label}${more > 0 ? `, ${count(more, "key")} more` : ""}`, patches, ...cannot2.length > 0 ? { told: `${count(cannot2.length, "leg")} left as they are. ${cannot2[0]}.` } : {} };
}
function curvesIntoHandles(project, compositionId, refs, newId) {
  return unfold(project, compositionId, refs, "keys.handles", (group, i) => group.keys[i].curve ? group.track.spec.type === "N" ? scalarHandles(group, i, newId) : vectorHandles(group, i, newId) : null);
}
function piecesOf(curve) {
  let { at: at2 } = prepareCurve(curve), dense = Array.from({ length: FINE + 1 }, (_, k) => ({ id: String(k), at: k, value: at2(k / FINE) })), range = Math.max(...dense.map((key) => key.value)) - Math.min(...dense.map((key) => key.value));
  return thinScalar(dense, (x) => at2(x / FINE), () => [], NEAR3 * range);
}
function scalarHandles({ keys: keys2 }, i, newId) {
  let [from, to] = [keys2[i], keys2[i + 1]], [length, start] = [to.at - from.at, from.value], rise2 = endOf(to) - start, wide = (handle2) => Array.isArray(handle2) ? { handle: [handle2[0] * length / FINE + 0, handle2[1] * rise2 + 0] } : null, pieces2 = piecesOf(from.curve), made = pieces2.map((piece2, k) => {
    let [right, left2] = [wide(piece2.right), wide(piece2.left)];
    return { ...k === 0 ? bare(from) : { id: newId(), at: from.at + piece2.at * length / FINE, value: start + piece2.value * rise2, joined: !1 }, ...right ? { right: right.handle } : {}, ...left2 && k > 0 ? { left: left2.handle } : {} };
  });
  return { from: made[0], between: made.slice(1, -1), left: wide(pieces2[pieces2.length - 1].left)?.handle };
}
function vectorHandles({ keys: keys2, channel: channel2, track }, i, newId) {
  let [from, to] = [keys2[i], keys2[i + 1]], length = to.at - from.at, pieces2 = level(piecesOf(from.curve), from.curve);
  if (pieces2.length > 2 && track.spec.type === "P" && legPath(from, to)) return { why: "its way is bent and this curve needs keys on it; turn it into keys" };
  let eased = pieces2.slice(0, -1).map((piece2, k) => {
    let next2 = pieces2[k + 1], [dt, dp] = [next2.at - piece2.at, next2.value - piece2.value], [right, left2] = [Array.isArray(piece2.right) ? piece2.right : [dt / 3, dp / 3], Array.isArray(next2.left) ? next2.left : [-dt / 3, -dp / 3]], ease2 = dp === 0 ? "linear" : [right[0] / dt, right[1] / dp, 1 + left2[0] / dt, 1 + left2[1] / dp], at2 = from.at + piece2.at * length / FINE;
    return { ...k === 0 ? bare(from) : { id: newId(), at: at2, value: sampleChannel(channel2, track.spec, at2), joined: !1 }, ease: ease2 };
  });
  return { from: eased[0], between: eased.slice(1), left: void 0 };
}
function level(pieces2, curve) {
  let { at: at2 } = prepareCurve(curve), made = [], left2 = null;
  return pieces2.forEach((own2, k) => {
    let piece2 = left2 === null ? own2 : { ...own2, left: left2 };
    left2 = null;
    let next2 = pieces2[k + 1], inside3 = next2 ? Array.from({ length: next2.at - piece2.at - 1 }, (_, n2) => piece2.at + n2 + 1) : [], far = inside3.reduce((best, x) => Math.abs(at2(x / FINE) - piece2.value) > Math.abs(at2(best / FINE) - piece2.value) ? x : best, piece2.at), turn = at2(far / FINE);
    if (!next2 || far === piece2.at || Math.abs(next2.value - piece2.value) > 0.05 * Math.abs(turn - piece2.value)) return void made.push(piece2);
    let part3 = (a, b, p, q) => fitSegment((x) => at2(x / FINE), a, b, p, q, inside3.filter((x) => x > a && x < b), 0), [first, second] = [part3(piece2.at, far, piece2.value, turn), part3(far, next2.at, turn, next2.value)];
    made.push({ ...piece2, right: first.right }, { id: `${piece2.id}.`, at: far, value: turn, left: first.left, right: second.right }), left2 = second.left;
  }), made;
}
function legsIntoKeys(project, compositionId, refs, tolerance, newId) {
  return unfold(project, compositionId, refs, "keys.frames", (group, i) => {
    let { channel: channel2, track: { spec } } = group, [from, to] = [group.keys[i], group.keys[i + 1]];
    if (spec.type !== "N" && spec.type !== "P" && spec.type !== "C") return { why: "its values are not numbers" };
    if (isHeldKey(from) && !from.curve) return { why: "it is held" };
    let long = tooLong(from.at, to.at);
    if (long !== null) return { why: long };
    let sample = channelSampler(channel2, spec.type), whole2 = timesBetween(group)(from.at, to.at).filter((_, n2, all) => isWhole3(group.times.at(0), all[n2])), dense = [{ ...bare(from), joined: !1 }, ...whole2.map((at2) => ({ id: newId(), at: at2, value: sample(at2), joined: !1 })), { ...to, id: "end" }];
    if (spec.type === "N") {
      let inside3 = (x) => x >= to.at ? endOf(to) : sample(x), thin = thinScalar(dense.map((key) => withoutFields(key, "left")), inside3, () => [], tolerance), [start2, ...rest3] = thin;
      return { from: start2, between: rest3.slice(0, -1), left: thin[thin.length - 1].left };
    }
    let [start, ...rest2] = thinVector(dense, sample, () => [], tolerance);
    return { from: start, between: rest2.slice(0, -1), left: void 0 };
  });
}
function isWhole3(offset, at2) {
  return Math.abs(at2 - offset - Math.round(at2 - offset)) < 1e-6;
}
function bare(key) {
  return withoutFields(key, "right", "curve", "ease", "kept", "pathRight");
}
function keepWithin(project, compositionId, refs) {
  let patches = [], legs = 0;
  for (let group of byTrack(project, compositionId, refs)) {
    let keys2 = group.keys, after = [...keys2];
    for (let i = 0; i < keys2.length - 1; i++) {
      if (!group.chosen.has(keys2[i].id)) continue;
      let kept = group.track.spec.type === "N" ? scalarWithin(after[i], after[i + 1]) : vectorWithin(after[i], after[i + 1]);
      (kept[0] !== after[i] || kept[1] !== after[i + 1]) && legs++, [after[i], after[i + 1]] = kept;
    }
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? null : { event: "keys.within", label: `Keep ${count(legs, "leg")} between the two keys`, patches };
}
function calmCurve(key) {
  let curve = key.curve;
  return curve?.kind === "back" ? { ...key, curve: { ...curve, amount: 0 } } : curve?.kind === "elastic" ? { ...key, curve: { kind: "exponential", side: curve.side ?? "in" } } : key;
}
function scalarWithin(from, to) {
  if (from.curve) return [calmCurve(from), to];
  let [start, end] = [from.value, endOf(to)], [low, high] = [Math.min(start, end), Math.max(start, end)], kept = (handle2, base4) => {
    if (!Array.isArray(handle2)) return handle2;
    let dv = Math.min(high, Math.max(low, base4 + handle2[1])) - base4;
    return dv === handle2[1] ? handle2 : [handle2[0], dv];
  }, [right, left2] = [kept(from.right, start), kept(to.left, end)];
  return [right === from.right ? from : { ...from, right }, left2 === to.left ? to : { ...to, left: left2 }];
}
function vectorWithin(from, to) {
  if (from.curve) return [calmCurve(from), to];
  let { ease: ease2 } = from;
  if (!Array.isArray(ease2)) return [from, to];
  let inside3 = (y) => Math.min(1, Math.max(0, y)), next2 = [ease2[0], inside3(ease2[1]), ease2[2], inside3(ease2[3])];
  return next2[1] === ease2[1] && next2[3] === ease2[3] ? [from, to] : [{ ...from, ease: next2 }, to];
}

// src/core/commands/events/keys-frames.ts
var keysFrames = {
  event: "keys.frames",
  title: "Turn the motion after keys into keys on whole frames, within a tolerance",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, tolerance: s.z.number().min(0).default(0.1), ids: s.ids }),
  draft: (project, args, { newId }) => legsIntoKeys(project, args.composition, args.keys, args.tolerance ?? 0.1, newId)
};

// src/core/commands/events/keys-handles.ts
var keysHandles = {
  event: "keys.handles",
  title: "Turn the curves after keys into handles",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, ids: s.ids }),
  draft: (project, args, { newId }) => curvesIntoHandles(project, args.composition, args.keys, newId)
};

// src/core/commands/events/keys-move.ts
var keysMove = {
  event: "keys.move",
  title: "Move keys in time, with a soft edge if asked for",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, by: s.frame, near: s.frame.optional(), soft: s.z.number().min(0).default(0) }),
  draft: (project, args) => (args.soft ?? 0) > 0 ? moveSoftly(project, args.composition, args.keys, args.by, args.soft) : moveKeys(project, args.composition, args.keys, args.by, args.near)
};

// src/core/commands/events/keys-paste.ts
var keysPaste = {
  event: "keys.paste",
  title: "Paste copied keys onto layers, the earliest at a frame or where it was, on each further layer so many frames later, as they are or as change",
  args: (s) => {
    let outside2 = s.z.enum(["hold", "repeat", "climb", "swing", "glide"]), rules2 = s.z.strictObject({ before: outside2.optional(), after: outside2.optional(), repeats: s.z.int().min(1).nullish(), closed: s.z.boolean().optional() }), track = s.z.strictObject({ layer: s.z.int().min(0), channel: s.id, type: s.id, rules: rules2.optional(), keys: s.z.array(s.z.looseObject({ at: s.frame, value: s.z.unknown() })) }), clip2 = s.z.strictObject({ format: s.z.literal("oak-tumble/keys"), rate: s.rate, first: s.frame.optional(), presets: s.z.array(s.z.strictObject({ name: s.text, of: s.z.literal("curve"), data: s.z.unknown() })).max(1e3).optional(), tracks: s.z.array(track) });
    return s.z.strictObject({ composition: s.id, layers: s.layers, clip: clip2, frame: s.frame.nullable(), apart: s.frame.default(0), as: s.z.enum(["values", "change", "places"]).default("values"), ids: s.ids });
  },
  draft: (project, args, { newId }) => pasteKeys(project, args.composition, args.layers, args.clip, { frame: args.frame, apart: args.apart ?? 0, as: args.as ?? "values", newId })
};

// src/core/commands/events/keys-pull.ts
var keysPull = {
  event: "keys.pull",
  title: "Say over how many frames the motion after keys leaves and arrives, how far it swings out, or all of it as an ease",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, leaves: s.z.number().min(0).optional(), arrives: s.z.number().min(0).optional(), out: s.z.number().optional(), into: s.z.number().optional(), percent: s.z.boolean().optional(), ease: s.z.tuple([s.z.number().min(0).max(1), s.z.number(), s.z.number().min(0).max(1), s.z.number()]).optional() }),
  draft: (project, { composition: composition3, keys: keys2, ...pull }) => pullLegs(project, composition3, keys2, pull)
};

// src/core/commands/keys/reverse-keys.ts
function reverseKeys(project, compositionId, refs) {
  let groups = byTrack(project, compositionId, refs), moments = groups.flatMap((group) => chosenOf(group).map((key) => momentOf(group, key.at))), sum2 = Math.min(...moments) + Math.max(...moments), patches = [], [many, stay] = [0, 0];
  for (let group of groups) {
    let turned3 = turnedRound(group), landed = land(group, new Map(chosenOf(group).map((key) => [key.id, sum2 - momentOf(group, key.at)])), (key) => turned3.get(key.id));
    patches.push(...landed.patches), many += turned3.size, stay += landed.stay;
  }
  return patches.length === 0 ? null : { event: "keys.reverse", label: `Reverse ${count(many, "key")}`, patches, ...toldOfStay(stay) };
}
function turnedRound(group) {
  let keys2 = chosenOf(group), scalar = group.track.spec.type === "N";
  return new Map(keys2.map((key, i) => {
    let { right, ease: ease2, curve, pace, kept, pathRight, left: left2, pathLeft, arrives, ...rest2 } = key, before = keys2[i - 1], after = keys2[i + 1], leaving3 = before ? backwards(before, key, scalar) : { right, ease: ease2, curve, pace, kept, pathRight }, arriving2 = after ? { ...arrivingFrom(key, scalar), ...key.pathRight === void 0 ? {} : { pathLeft: key.pathRight } } : { left: left2, pathLeft }, jump = (arrives ?? null) === null ? arrives === void 0 ? {} : { arrives } : { arrives: rest2.value, value: arrives };
    return [key.id, clean({ ...rest2, ...leaving3, ...arriving2, ...jump })];
  }));
}
function backwards(from, to, scalar) {
  let bend = from.curve, common = { curve: bend && { ...bend, side: SIDES2[bend.side ?? "in"] }, pace: from.pace, pathRight: to.pathLeft };
  return scalar ? from.right === "hold" ? { ...common, right: "hold", kept: turned2(to.left) } : { ...common, right: turned2(to.left) } : { ...common, kept: turnedEase2(from.kept), ease: turnedEase2(from.ease) };
}
function arrivingFrom(key, scalar) {
  return scalar ? { left: turned2(key.right === "hold" ? key.kept : key.right) } : {};
}
var SIDES2 = { in: "out", out: "in", both: "both" };
function turned2(handle2) {
  return Array.isArray(handle2) ? [-handle2[0] + 0, handle2[1]] : handle2;
}
function turnedEase2(ease2) {
  return Array.isArray(ease2) ? [1 - ease2[2], 1 - ease2[3], 1 - ease2[0], 1 - ease2[1]] : ease2;
}
function clean(key) {
  return Object.fromEntries(Object.entries(key).filter(([, value]) => value !== void 0));
}

// src/core/commands/events/keys-reverse.ts
var keysReverse = {
  event: "keys.reverse",
  title: "Turn the motion through keys round in time",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => reverseKeys(project, args.composition, args.keys)
};

// src/core/commands/keys/set-keys.ts
var SCALAR = ["right", "left"], VECTOR = ["ease", "pathLeft", "pathRight"];
function setKeys(project, compositionId, refs, fields, each2 = []) {
  let own2 = new Map(refs.map((ref, i) => [`${ref.layer}
${ref.track}
${ref.key}`, { ...fields, ...each2[i] }])), patches = [], [changed2, stay] = [0, 0], now = project;
  for (let { layer: layer3, track } of new Map(refs.map((ref) => [`${ref.layer}
${ref.track}`, ref])).values()) {
    let mine = refs.filter((ref) => ref.layer === layer3 && ref.track === track);
    for (let group of byTrack(now, compositionId, mine)) {
      let said = (key) => own2.get(`${layer3}
${track}
${key.id}`) ?? {}, next2 = group.keys.map((key) => group.chosen.has(key.id) ? withFields(group, key, said(key)) : key), steps2 = [...rekeyed(group, next2)], moments = new Map(chosenOf(group).flatMap((key) => {
        let { at: at2 } = said(key);
        return at2 === void 0 ? [] : [[key.id, at2]];
      }));
      if (changed2 += next2.filter((key, i) => key !== group.keys[i] || moments.has(key.id)).length, now = applyPatches(now, steps2).project, moments.size > 0) {
        let [again] = byTrack(now, compositionId, mine), landed = again && land(again, moments);
        stay += landed?.stay ?? 0, steps2.push(...landed?.patches ?? []), now = applyPatches(now, landed?.patches ?? []).project;
      }
      patches.push(...steps2);
    }
  }
  return patches.length === 0 ? null : { event: "keys.set", label: `Change ${count(changed2, "key")}`, patches, ...toldOfStay(stay) };
}
function withFields({ track: { spec, operator: operator3 } }, key, { at: _at, ...fields }) {
  let mixes = spec.type === "N" || spec.type === "P" || spec.type === "C" || spec.type === "S", known = ["value", ...mixes ? ["arrives", "curve", "joined", ...operator3 === null ? ["pace"] : []] : [], ...spec.type === "N" ? SCALAR : mixes ? VECTOR : []], said = Object.entries(fields).filter(([field, value]) => value !== void 0 && known.includes(field));
  if (said.length === 0) return key;
  let shape = { ...key };
  if (said.some(([field]) => field === "right" || field === "ease")) for (let field of ["curve", "kept"]) delete shape[field];
  for (let [field, value] of said)
    value === null ? delete shape[field] : shape[field] = value;
  return joinedUp(shape, said.some(([field]) => field === "left") && !said.some(([field]) => field === "right"));
}
function joinedUp(key, byLeft) {
  let { joined: joined5, right, left: left2 } = key;
  if (!joined5 || !Array.isArray(right) || !Array.isArray(left2)) return key;
  let [from, to] = byLeft ? [left2, right] : [right, left2];
  if (from[0] === 0 || to[0] === 0) return key;
  let turned3 = [to[0], from[1] / from[0] * to[0] + 0];
  return { ...key, ...byLeft ? { right: turned3 } : { left: turned3 } };
}

// src/core/commands/events/keys-set.ts
var keysSet = {
  event: "keys.set",
  title: "Change keys themselves: time, value, how they leave and arrive",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, fields: s.keyFields.default({}), each: s.z.array(s.keyFields).default([]) }),
  draft: (project, args) => setKeys(project, args.composition, args.keys, args.fields ?? {}, args.each ?? [])
};

// src/core/commands/events/keys-shape.ts
var keysShape = {
  event: "keys.shape",
  title: "Go straight or smoothly through keys, or hold them until the next",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, shape: s.z.enum(["straight", "smooth", "held"]) }),
  draft: (project, args) => shapeKeys(project, args.composition, args.keys, args.shape)
};

// src/core/commands/events/keys-snap.ts
var keysSnap = {
  event: "keys.snap",
  title: "Put keys on the nearest whole frame or beat",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, to: s.z.enum(["frames", "beats"]) }),
  draft: (project, args) => snapKeys(project, args.composition, args.keys, args.to)
};

// src/core/commands/events/keys-spread.ts
var keysSpread = {
  event: "keys.spread",
  title: "Spread or gather keys about a frame, handles with them",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, factor: s.z.number().positive(), around: s.frame, ripple: s.z.boolean().default(!1) }),
  draft: (project, args) => spreadKeys2(project, args.composition, args.keys, args.factor, args.around, args.ripple ?? !1)
};

// src/core/commands/keys/thin-keys.ts
function thinKeys(project, compositionId, refs, tolerance) {
  let patches = [], [went, many] = [0, 0], left2 = [];
  for (let group of byTrack(project, compositionId, refs)) {
    many += group.chosen.size;
    let chosen = group.keys.filter((key) => group.chosen.has(key.id)), why = tooLong(chosen[0]?.at ?? 0, chosen[chosen.length - 1]?.at ?? 0);
    if (why !== null) {
      left2.push(`${group.track.spec.label} of ${group.layer.name}: ${why}.`);
      continue;
    }
    let after = thinned(group, tolerance);
    after.length !== group.keys.length && (went += group.keys.length - after.length, patches.push(...rekeyed(group, after)));
  }
  return patches.length === 0 ? many === 0 ? null : { refused: left2[0] ?? (many < 3 ? "Select three keys or more of a track: the first and the last stay." : `Each of these keys is needed within ${tolerance}.`) } : { event: "keys.thin", label: `Thin ${count(many, "key")}, ${went} taken out`, patches, ...left2.length > 0 ? { told: `Left as it is: ${left2[0]}` } : {} };
}
function thinned(group, tolerance) {
  let keys2 = group.keys, after = [];
  for (let i = 0; i < keys2.length; ) {
    if (!group.chosen.has(keys2[i].id)) {
      after.push(keys2[i++]);
      continue;
    }
    let end = i;
    for (; end + 1 < keys2.length && group.chosen.has(keys2[end + 1].id); ) end++;
    after.push(...runThinned(group, i, end, tolerance)), i = end + 1;
  }
  return after;
}
function runThinned(group, from, to, tolerance) {
  let { channel: channel2, track: { spec } } = group, own2 = group.keys, run = own2.slice(from, to + 1);
  if (run.length < 3) return run;
  let sample = channelSampler(channel2, spec.type);
  switch (spec.type) {
    case "N": {
      let all = own2, drawn = run.map((_, k) => drawnHandles(all, from + k, runsRound(all, channel2))), thin = thinScalar(drawn, (x) => x >= drawn[drawn.length - 1].at ? endOf(drawn[drawn.length - 1]) : sample(x), timesBetween(group), tolerance);
      return thin.length === run.length ? run : thin.map((key) => ({ ...key, joined: !1 }));
    }
    case "P":
    case "C":
      return thinVector(run, sample, timesBetween(group), tolerance);
    // What only holds can do without keys that change nothing; outlines count as held: they stay unless they are the same.
    default:
      return run.filter((key, k) => k === 0 || k === run.length - 1 || !sameValue(key.value, run[k - 1].value) || spec.type === "S" && !sameValue(key.value, run[k + 1].value));
  }
}

// src/core/commands/events/keys-thin.ts
var keysThin = {
  event: "keys.thin",
  title: "Take out the keys that motion can do without, within a tolerance",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, tolerance: s.z.number().min(0) }),
  draft: (project, args) => thinKeys(project, args.composition, args.keys, args.tolerance)
};

// src/core/commands/poses/posed-layers.ts
function reachable(project, compositionId, ids) {
  return ids.flatMap((id3) => reachLayer(project, compositionId, id3) ?? []);
}
function refsOf(layer3, tracks) {
  return tracks.map((track) => ({ layer: layer3.id, track: track.address }));
}
function seenAt(project, compositionId, layer3, track, frame2) {
  let composition3 = project.compositions.by[compositionId];
  return track.channel ? sampleChannel(track.channel, track.spec, keyTimesOf(project, composition3, layer3, track).at(frame2)) : track.spec.start;
}

// src/core/commands/keys/keys-where.ts
function putKeysWhere(project, compositionId, layer3, onto, newId) {
  let composition3 = member(project.compositions.by, compositionId), like = composition3 && member(composition3.layers.by, layer3);
  if (!composition3 || !like) return null;
  let keys2 = keyedTracks(project, like).flatMap((track) => keysOf2(track.channel).map((key) => ({ layer: layer3, track: track.address, key: key.id }))), tracks = reachable(project, compositionId, onto).filter((one) => one.id !== layer3).flatMap((one) => refsOf(one, keyedTracks(project, one))), patches = [], frames = [...framesOf(project, composition3, { ...NO_MOMENTS, keys: keys2 })].sort((a, b) => a - b), [now, moments, refused] = [project, 0, ""];
  for (let frame2 of frames) {
    let draft = addKeys(now, compositionId, tracks, { frame: frame2, newId });
    draft && "refused" in draft && (refused = draft.refused), !(!draft || "refused" in draft) && (moments++, patches.push(...draft.patches), now = applyPatches(now, draft.patches).project);
  }
  return patches.length === 0 ? refused === "" ? null : { refused } : { event: "keys.where", label: `Put keys where ${like.name} has them, at ${count(moments, "moment")}`, patches };
}

// src/core/commands/events/keys-where.ts
var keysWhere = {
  event: "keys.where",
  title: "Put keys on layers where another layer has them",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, onto: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => putKeysWhere(project, args.composition, args.layer, args.onto, newId)
};

// src/core/commands/events/keys-within.ts
var keysWithin = {
  event: "keys.within",
  title: "Keep the motion after keys between the two values that it goes from and to",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys }),
  draft: (project, args) => keepWithin(project, args.composition, args.keys)
};

// src/core/commands/events/layers-add.ts
var layersAdd = {
  event: "layers.add",
  title: "Add layers to a composition",
  args: (s) => s.z.strictObject({ composition: s.id, files: s.z.array(s.layerFile).min(1), above: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => addLayers(project, args.composition, wholeBars(project, args.composition, args.files).map((layer3) => layer3.id === "new" ? { ...layer3, id: newId() } : layer3), args.above)
};

// src/core/commands/events/layers-delete.ts
var layersDelete = {
  event: "layers.delete",
  title: "Delete layers; their followers stay where they stand",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => deleteLayers(project, args.composition, args.layers, newId)
};

// src/core/commands/events/layers-duplicate.ts
var layersDuplicate = {
  event: "layers.duplicate",
  title: "Duplicate layers just above themselves",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, ids: s.ids }),
  draft: (project, args, { newId }) => duplicateLayers(project, args.composition, args.layers, newId)
};

// src/core/commands/bars/bars.ts
var spansSet = (layer3, path2, spans2) => spans2 === layer3.spans ? [] : [patchOf([...path2, "spans"], layer3.spans, spans2)];
function splitSpans(project, compositionId, ids, frame2) {
  return forLayers(project, compositionId, ids, "spans.split", "Cut the bar of", (layer3, path2) => layer3.spans.some(([from, to]) => frame2 > from && frame2 < to) ? spansSet(layer3, path2, layer3.spans.flatMap(([from, to]) => frame2 > from && frame2 < to ? [[from, frame2], [frame2, to]] : [[from, to]])) : []);
}
function joinSpans(project, compositionId, ids, at2) {
  return forLayers(project, compositionId, ids, "spans.join", "Join the bars of", (layer3, path2) => {
    if (layer3.spans.length < 2) return [];
    if (at2 === null) return spansSet(layer3, path2, [hull(layer3.spans)]);
    let i = layer3.spans.findIndex(([, to], k) => at2 >= to - 1e-6 && at2 <= (layer3.spans[k + 1]?.[0] ?? -1 / 0) + 1e-6);
    return i < 0 ? [] : spansSet(layer3, path2, [...layer3.spans.slice(0, i), [layer3.spans[i][0], layer3.spans[i + 1][1]], ...layer3.spans.slice(i + 2)]);
  });
}
function rollEdge(project, compositionId, ids, at2, by) {
  let is = (edge) => Math.abs(edge - at2) <= 1e-6, room = ids.flatMap((id3) => reachLayer(project, compositionId, id3) ?? []).flatMap((layer3) => layer3.spans.flatMap(([from, to]) => [...is(to) ? [from + 1 - to] : [], ...is(from) ? [to - 1 - from] : []]));
  if (room.length === 0) return { refused: `No bar of these layers ends or begins at ${at2}.` };
  let [least, most] = [Math.max(-1 / 0, ...room.filter((one) => one <= 0)), Math.min(1 / 0, ...room.filter((one) => one >= 0))], go = Math.min(most, Math.max(least, by));
  return go === 0 ? null : forLayers(project, compositionId, ids, "spans.roll", "Roll the edge of", (layer3, path2) => layer3.spans.some(([from, to]) => is(from) || is(to)) ? spansSet(layer3, path2, layer3.spans.map(([from, to]) => [is(from) ? from + go : from, is(to) ? to + go : to])) : []);
}
function closeGaps(project, compositionId, ids) {
  let layers2 = ids.flatMap((id3) => reachLayer(project, compositionId, id3) ?? []).filter((layer3) => hull(layer3.spans));
  if (layers2.length < 2) return { refused: "Select two layers or more: the gaps between their bars are closed." };
  let patches = [], end = null, closed = 0;
  for (let layer3 of [...layers2].sort((a, b) => a.spans[0][0] - b.spans[0][0])) {
    let [from, to] = hull(layer3.spans), by = end === null ? 0 : Math.min(0, end - from);
    by < 0 && (closed++, patches.push(...shiftMoments(project, compositionId, { ...NO_MOMENTS, slide: [layer3.id] }, by)?.patches ?? [])), end = Math.max(end ?? -1 / 0, to + by);
  }
  return patches.length === 0 ? { refused: "There is no gap between these bars." } : { event: "layers.gaps", label: `Close ${count(closed, "gap")}`, patches };
}
function slipContent(project, compositionId, ids, by, newId) {
  let host = member(project.compositions.by, compositionId);
  return !host || by === 0 ? null : forLayers(project, compositionId, ids.filter((id3) => {
    let layer3 = reachLayer(project, compositionId, id3);
    return layer3 !== null && hasContentTime(layer3.kind);
  }), "layers.slip", "Slide the content of", (layer3, path2) => {
    let source = sourceOf(project, host, layer3), later2 = source ? by * ratio(host.rate, source.rate) : by, [first] = inOrder(layer3.timing);
    if (first?.op === "delay" && !first.off && (first.on ?? "content") === "content" && typeof first.by == "number") return [patchOf([...path2, "timing", "by", first.id, "by"], first.by, first.by + later2)];
    let id3 = newId();
    return [patchOf([...path2, "timing", "by", id3], void 0, { ...newOperator("delay", id3, { by: later2 }), on: "content" }), patchOf([...path2, "timing", "order"], layer3.timing.order, [id3, ...layer3.timing.order])];
  }) ?? { refused: "Nothing that is selected shows something whose time could slide: nests and footage do." };
}
function setEnds(project, compositionId, ids, { from, to, length }) {
  return length !== void 0 && length < 1 ? { refused: "A bar is a frame long at the least." } : from !== void 0 && to !== void 0 && to <= from ? { refused: `A bar from ${from} to ${to} holds no frame.` } : forLayers(project, compositionId, ids, "layers.ends", "Set the ends of", (layer3, path2) => {
    let outer2 = hull(layer3.spans);
    if (!outer2) return [];
    let { spans: spans2 } = layer3;
    return from !== void 0 && length !== void 0 ? spans2 = moveSpans(spans2, from - outer2[0]) : from !== void 0 && (spans2 = trimStart(spans2, from)), to !== void 0 && (spans2 = trimEnd(spans2, to)), length !== void 0 && (spans2 = trimmedTo(spans2, hull(spans2)[0] + length)), spansSet(layer3, path2, spans2);
  });
}
function trimmedTo(spans2, end) {
  let left2 = spans2.filter(([from]) => from < end);
  return trimEnd(left2.length > 0 ? left2 : spans2.slice(0, 1), end);
}

// src/core/commands/events/layers-ends.ts
var layersEnds = {
  event: "layers.ends",
  title: "Give many layers one beginning, one end or one length",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame.optional(), to: s.frame.optional(), length: s.frame.optional() }),
  draft: (project, { composition: composition3, layers: layers2, ...ends }) => setEnds(project, composition3, layers2, ends)
};

// src/core/commands/events/layers-gaps.ts
var layersGaps = {
  event: "layers.gaps",
  title: "Close the gaps between the bars of layers",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers }),
  draft: (project, args) => closeGaps(project, args.composition, args.layers)
};

// src/core/commands/events/layers-move.ts
var layersMove = {
  event: "layers.move",
  title: "Move layers on the picture by pixels of the composition",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, by: s.point, ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => movePlaces(project, args.composition, args.layers, args.by, { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId })
};

// src/core/commands/events/layers-nest.ts
var layersNest = {
  event: "layers.nest",
  title: "Nest layers in a composition of their own, with what rides outside on the nest; or each picture alone",
  args: (s) => s.z.strictObject({
    composition: s.id,
    layers: s.layers,
    name: s.text,
    inside: s.z.enum(["all", "picture"]).default("all"),
    length: s.z.enum(["whole", "bars"]).default("whole"),
    span: s.z.tuple([s.z.int(), s.z.int()]).refine(([from, to]) => to > from, "A nest lasts a frame at least.").optional(),
    outside: s.z.array(s.z.enum(RIDERS)).optional(),
    frame: s.frame.default(0),
    boxes: s.z.record(s.z.string(), s.box.nullable()).optional(),
    ids: s.ids
  }),
  draft: (project, args, { newId }) => nestLayers(project, args.composition, args.layers, { name: args.name, inside: args.inside, length: args.length, span: args.span, outside: args.outside, frame: args.frame, bounds: boxesOf(project, args.composition, args.frame, args.boxes), newId })
};

// src/core/commands/events/layers-order.ts
var layersOrder = {
  event: "layers.order",
  title: "Move layers in the list, before the one named or to the end",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, before: s.id.nullable().default(null) }),
  draft: (project, args) => reorderLayers(project, args.composition, args.layers, args.before)
};

// src/core/commands/events/layers-parent.ts
var layersParent = {
  event: "layers.parent",
  title: "Let layers follow another one, or nothing, staying where they are at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, parent: s.id.nullable(), frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => setParent(project, args.composition, args.layers, args.parent, { frame: args.frame, keying: !1, newId })
};

// src/core/commands/poses/partners.ts
function makePartners(project, compositionId, ids) {
  let [a, b, ...more] = reachable(project, compositionId, ids);
  if (!a || !b || more.length > 0) return { refused: "Partners are two layers that are not locked." };
  if (a.partner === b.id && b.partner === a.id) return null;
  let others = Object.values(member(project.compositions.by, compositionId).layers.by).filter((one) => one !== a && one !== b && (one.partner === a.id || one.partner === b.id));
  return {
    event: "layers.partners",
    label: `Make ${a.name} and ${b.name} partners`,
    patches: [...[[a, b.id], [b, a.id], ...others.map((one) => [one, null])].filter(([layer3, partner]) => layer3.partner !== partner).map(([layer3, partner]) => patchOf([...layerPath(compositionId, layer3.id), "partner"], layer3.partner, partner))]
  };
}

// src/core/commands/events/layers-partners.ts
var layersPartners = {
  event: "layers.partners",
  title: "Make two layers partners, between whom poses are mirrored",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers }),
  draft: (project, args) => makePartners(project, args.composition, args.layers)
};

// src/core/commands/events/layers-paste.ts
var layersPaste = {
  event: "layers.paste",
  title: "Paste copied layers, the earliest bar at a frame or at the times they had",
  args: (s) => s.z.strictObject({ composition: s.id, clip: s.clipFile, at: s.frame.nullable().default(null), above: s.id.nullable().default(null), ids: s.ids }),
  draft: (project, args, { newId }) => pasteLayers(project, args.composition, args.clip, { at: args.at, above: args.above, newId })
};

// src/core/commands/events/layers-place.ts
var layersPlace = {
  event: "layers.place",
  title: "Give layers matrices in their composition at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, placed: s.z.array(s.z.strictObject({ layer: s.id, world: s.z.tuple([s.z.number(), s.z.number(), s.z.number(), s.z.number(), s.z.number(), s.z.number()]), pivot: s.point.optional(), turned: s.z.number().optional() })).min(1), verb: s.text.default("Place"), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => placeLayers(project, args.composition, args.placed, { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId }, args.verb)
};

// src/core/commands/events/layers-sequence.ts
var layersSequence = {
  event: "layers.sequence",
  title: "Lay layers one after another, so many frames each, with an overlap",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, each: s.z.number().min(1).nullable().default(null), overlap: s.z.number().default(0) }),
  draft: (project, { composition: composition3, layers: layers2, each: each2, overlap: overlap2 }) => sequenceLayers(project, composition3, layers2, { each: each2, overlap: overlap2 })
};

// src/core/commands/events/layers-set.ts
var layersSet = {
  event: "layers.set",
  title: "Set a plain field of layers: name, visible, locked, solo, guide, blend, colour, note \u2026",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, field: s.z.enum(PLAIN_FIELDS), value: s.z.unknown() }),
  draft: (project, args) => setLayerField(project, args.composition, args.layers, args.field, args.value)
};

// src/core/commands/events/layers-slip.ts
var layersSlip = {
  event: "layers.slip",
  title: "Slide what layers show under their bars; bars, keys and markers stay",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, by: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => slipContent(project, args.composition, args.layers, args.by, newId)
};

// src/core/commands/events/layers-split.ts
var layersSplit = {
  event: "layers.split",
  title: "Cut layers in two at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => splitLayers(project, args.composition, args.layers, args.frame, newId)
};

// src/core/commands/events/layers-step.ts
var layersStep = {
  event: "layers.step",
  title: "Move layers a step, or all the way, up or down in the list",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, to: s.z.enum(["up", "down", "top", "bottom"]) }),
  draft: (project, args) => stepLayers(project, args.composition, args.layers, args.to)
};

// src/core/commands/events/layers-stretch.ts
var layersStretch = {
  event: "layers.stretch",
  title: "Stretch layers in time by one end of their bars",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, end: s.z.enum(["start", "end"]), by: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => stretchLayers(project, args.composition, args.layers, args.end, args.by, newId)
};

// src/core/commands/events/layers-trim.ts
var layersTrim = {
  event: "layers.trim",
  title: "Trim bars to begin or end at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, end: s.z.enum(["start", "end"]), at: s.frame }),
  draft: (project, args) => trimLayersTo(project, args.composition, args.layers, args.end, args.at)
};

// src/core/commands/events/layers-bake.ts
var layersBake = {
  event: "layers.bake",
  title: "Bake the timing of layers into keys",
  args: (s) => s.z.strictObject({
    composition: s.id,
    layers: s.layers,
    on: s.z.enum(["content", "keys", "both"]).default("both").describe("What nests show, the layers\u2019 own keys, or both."),
    deep: s.z.boolean().default(!0).describe("Nests inside are baked in turn."),
    whole: s.z.boolean().default(!1).describe("Keys stand on whole frames."),
    tolerance: s.z.number().positive().default(0.01).describe("How far fitted curves may miss, in the unit of the track."),
    ids: s.ids
  }),
  draft: (project, args, { newId }) => bakeLayers(project, args.composition, args.layers, { on: args.on ?? "both", deep: args.deep ?? !0, whole: args.whole ?? !1, tolerance: args.tolerance ?? 0.01 }, newId)
};

// src/core/commands/events/layers-unnest.ts
var layersUnnest = {
  event: "layers.unnest",
  title: "Take a nest apart",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => unnestLayer(project, args.composition, args.layer, newId)
};

// src/core/commands/events/markers-add.ts
var markersAdd = {
  event: "markers.add",
  title: "Mark layers, or the composition when none is given, at a frame, and at further ones (`also`)",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.z.array(s.id).default([]), at: s.frame, also: s.z.array(s.frame).max(1e4).optional(), ids: s.ids }),
  draft: (project, args, { newId }) => addMarkers(project, args.composition, args.layers, [args.at, ...args.also ?? []], newId)
};

// src/core/commands/events/markers-delete.ts
var markersDelete = {
  event: "markers.delete",
  title: "Delete markers",
  args: (s) => s.z.strictObject({ composition: s.id, markers: s.markers }),
  draft: (project, args) => deleteMarkers(project, args.composition, args.markers)
};

// src/core/commands/events/markers-set.ts
var markersSet = {
  event: "markers.set",
  title: "Change markers: name, time, length, note, ink, whether they fire; `each` gives times of their own",
  args: (s) => s.z.strictObject({ composition: s.id, markers: s.markers, fields: s.z.strictObject({ at: s.frame, name: s.text, length: s.z.number().min(0), note: s.text, colour: s.z.int().min(0).max(7).nullable(), fires: s.z.boolean() }).partial(), each: s.z.array(s.frame).optional() }),
  draft: (project, args) => setMarkers(project, args.composition, args.markers, args.fields, args.each)
};

// src/core/commands/events/media-add.ts
var mediaAdd = {
  event: "media.add",
  title: "Bring media and drawings into the project, and layers of them into a composition",
  args: (s) => s.z.strictObject({ composition: s.id, assets: s.z.array(s.assetFile).default([]), compositions: s.z.array(s.compositionFile).default([]), layers: s.z.array(s.layerFile).default([]), above: s.id.nullable().default(null), name: s.text.optional() }),
  draft: (project, args) => bringIn(project, args.composition, args)
};

// src/core/commands/poses/drift.ts
function driftOn(project, compositionId, refs, frames, percent, newId) {
  let patches = [], many = 0;
  for (let group of byTrack(project, compositionId, refs)) {
    let keys2 = group.keys, after = new Map(keys2.map((key) => [key.id, key]));
    keys2.forEach((key, i) => {
      let before = keys2[i - 1];
      if (!group.chosen.has(key.id) || !before) return;
      let end = endOf(key), share = frames / (key.at - before.at) * (percent / 100), on = (from, to) => to + (to - from) * share, value = typeof before.value == "number" ? on(before.value, end) : Array.isArray(before.value) && group.track.spec.type !== "S" ? before.value.map((part3, c) => on(part3, end[c])) : null;
      if (value === null || JSON.stringify(value) === JSON.stringify(end)) return;
      let moment2 = momentOf(group, key.at) + frames, at2 = group.times.even ? key.at + frames : group.times.at(moment2), there = keyAt(keys2, at2);
      there && after.delete(there.id), after.set(key.id, withoutFields(key, "right", "ease", "curve", "kept"));
      let id3 = newId();
      after.set(id3, { id: id3, at: at2, value: typeof value == "number" ? tidy(value) : value.map((part3) => Math.round(part3 * 1e6) / 1e6), joined: !1 }), many++;
    }), patches.push(...keyPatches(group.track, group.path, group.channel.keys, Object.fromEntries(after)));
  }
  return patches.length === 0 ? refs.length === 0 ? null : { refused: "Nothing arrives on these keys: drifting on needs a motion that came from somewhere." } : { event: "poses.drift", label: `Drift on from ${count(many, "key")} for ${frames} frames at ${percent} %`, patches };
}

// src/core/commands/events/poses-drift.ts
var posesDrift = {
  event: "poses.drift",
  title: "Let what arrived on keys drift on slowly, in the direction that it came",
  args: (s) => s.z.strictObject({ composition: s.id, keys: s.keys, frames: s.z.number().positive(), percent: s.z.number().default(10), ids: s.ids }),
  draft: (project, args, { newId }) => driftOn(project, args.composition, args.keys, args.frames, args.percent ?? 10, newId)
};

// src/core/commands/poses/flip.ts
function flipLayers(project, compositionId, ids, axis, how) {
  let name2 = axis === "across" ? "scaleX" : "scaleY", layers2 = reachable(project, compositionId, ids), label = `Flip ${nameOf2(project, compositionId, layers2.map((layer3) => layer3.id))} ${axis}`, tracks = layers2.flatMap((layer3) => poseTracks(project, { ...layer3, pose: [name2] }).map((track) => ({ layer: layer3, track })));
  if (how.keying) {
    let values = tracks.map(({ layer: layer3, track }) => ({ layer: layer3.id, track: name2, value: -seenAt(project, compositionId, layer3, track, how.frame) + 0 })), draft = setValues(project, compositionId, values, how);
    return draft && { ...draft, event: "poses.flip", label };
  }
  let turned3 = (value) => -value + 0, patches = tracks.flatMap(({ layer: layer3, track }) => {
    let path2 = trackPath(compositionId, layer3.id, track);
    if (!track.channel) return setValues(project, compositionId, [{ layer: layer3.id, track: name2, value: -track.spec.start }], how)?.patches ?? [];
    let after = shiftedChannel(track.channel, turned3), keys2 = Object.fromEntries(Object.entries(after.keys).map(([id3, key]) => [id3, upsideDown(key)]));
    return [patchOf([...path2, "value"], track.channel.value, after.value), ...keyPatches(track, path2, track.channel.keys, keys2)];
  });
  return patches.length === 0 ? null : { event: "poses.flip", label, patches };
}
function upsideDown(key) {
  let turned3 = (handle2) => Array.isArray(handle2) && handle2.length === 2 ? [handle2[0], -handle2[1] + 0] : handle2;
  return { ...key, ...key.right === void 0 ? {} : { right: turned3(key.right) }, ...key.left === void 0 ? {} : { left: turned3(key.left) }, ...key.kept === void 0 ? {} : { kept: turned3(key.kept) } };
}

// src/core/commands/events/poses-flip.ts
var posesFlip = {
  event: "poses.flip",
  title: "Turn layers over about their pivots, across or down",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, axis: s.z.enum(["across", "down"]), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => flipLayers(project, args.composition, args.layers, args.axis, { frame: args.frame, keying: args.keying, keepWas: args.keepWas ?? !1, newId })
};

// src/core/commands/poses/poses.ts
function keyPoses(project, compositionId, ids, how) {
  let refs = reachable(project, compositionId, ids).flatMap((layer3) => refsOf(layer3, posedOrKeyed(project, layer3))), draft = addKeys(project, compositionId, refs, how);
  return draft && !("refused" in draft) ? { ...draft, event: "poses.key", label: draft.label.replace("Add", "Key the pose:") } : draft;
}
function holdNeighbours(project, compositionId, ids, from, to, newId) {
  if (to <= from) return { refused: `The span from ${from} to ${to} holds no frame.` };
  let layers2 = reachable(project, compositionId, ids), patches = [], now = project, left2 = [], at2 = [Math.max(from - 1, 0), to];
  for (let frame2 of at2) {
    let refs = layers2.flatMap((layer3) => refsOf(layer3, posedOrKeyed(project, layer3))), draft = addKeys(now, compositionId, refs, { frame: frame2, newId });
    if (draft) {
      if ("refused" in draft) {
        left2.push(draft.refused);
        continue;
      }
      patches.push(...draft.patches), now = applyPatches(now, draft.patches).project;
    }
  }
  let open2 = [];
  for (let layer3 of layers2) {
    let composition3 = now.compositions.by[compositionId], fresh = composition3.layers.by[layer3.id];
    for (let track of keyedTracks(now, fresh)) {
      if (track.operator !== null) continue;
      let keys2 = keysOf2(track.channel), times = keyTimesOf(now, composition3, fresh, track), ends = at2.map((frame2) => times.at(frame2));
      if (ends.some((end) => !keys2.some((key) => Math.abs(end - key.at) <= 1e-6)) && open2.push(`${track.spec.label} of ${layer3.name}`), track.spec.type !== "N") continue;
      let after = keys2.map((key, i) => ends.some((end) => Math.abs(end - key.at) <= 1e-6) ? drawnHandles(keys2, i, runsRound(keys2, track.channel)) : key);
      patches.push(...keyPatches(track, trackPath(compositionId, layer3.id, track), track.channel.keys, Object.fromEntries(after.map((key) => [key.id, key]))));
    }
  }
  return patches.length === 0 ? left2[0] === void 0 ? null : { refused: left2[0] } : { event: "poses.hold", label: `Hold ${nameOf2(project, compositionId, layers2.map((layer3) => layer3.id))} before ${from} and from ${to} on`, patches, ...open2.length > 0 ? { told: `Could not be held on both sides, for a key there would change it: ${open2.join(", ")}.` } : {} };
}

// src/core/commands/events/poses-hold.ts
var posesHold = {
  event: "poses.hold",
  title: "Key layers just before a span and where it ends, so that changes inside leave the rest as it is",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, from: s.frame, to: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => holdNeighbours(project, args.composition, args.layers, args.from, args.to, newId)
};

// src/core/commands/events/poses-key.ts
var posesKey = {
  event: "poses.key",
  title: "Key poses and whatever has keys, as they are seen at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame, ids: s.ids }),
  draft: (project, args, { newId }) => keyPoses(project, args.composition, args.layers, { frame: args.frame, newId })
};

// src/core/commands/poses/mirror.ts
function mirrored(address, value, line2) {
  return address === "x" ? 2 * line2 - value + 0 : address === "position" ? [2 * line2 - value[0] + 0, value[1]] : address === "rotation" || address === "skew" ? -value + 0 : value;
}
function mirrorLine(composition3, layer3) {
  return layer3.mirrorAt ?? (layer3.parent !== null && member(composition3.layers.by, layer3.parent) ? 0 : composition3.width / 2);
}
function mirrorPoses(project, compositionId, ids, swap, how) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3) return null;
  let given = /* @__PURE__ */ new Map(), gives = (from, to) => {
    let line2 = mirrorLine(composition3, to), own2 = new Set(poseTracks(project, to).map((track) => track.address));
    for (let track of poseTracks(project, from)) {
      let value = mirrored(track.address, seenAt(project, compositionId, from, track, how.frame), line2);
      own2.has(track.address) && given.set(`${to.id}
${track.address}`, { layer: to.id, track: track.address, value: tidy(value) });
    }
  }, layers2 = reachable(project, compositionId, ids);
  for (let layer3 of layers2) {
    let partner = layer3.partner === null ? inOrder(composition3.layers).find((one) => one.partner === layer3.id) : member(composition3.layers.by, layer3.partner);
    gives(layer3, partner ?? layer3), partner && swap && gives(partner, layer3);
  }
  let draft = setValues(project, compositionId, [...given.values()], how);
  return draft && { ...draft, event: "poses.mirror", label: `Mirror the pose of ${nameOf2(project, compositionId, layers2.map((layer3) => layer3.id))}${draft.moved > 0 ? `, ${count(draft.moved, "key")} moved` : ""}` };
}

// src/core/commands/poses/motion-later.ts
function motionLater(project, compositionId, from, onto, by, mirror, newId) {
  let composition3 = member(project.compositions.by, compositionId), source = composition3 && member(composition3.layers.by, from), targets = reachable(project, compositionId, onto).filter((layer3) => layer3.id !== from);
  if (!composition3 || !source || targets.length === 0) return null;
  let tracks = keyedTracks(project, source).filter((track) => track.operator === null && track.spec.clock === "layer"), patches = [];
  for (let target of targets) {
    let line2 = mirrorLine(composition3, target);
    for (let track of tracks) {
      let turnedRound2 = cycled(track.channel, track.spec, by, newId);
      if ("why" in turnedRound2) return { refused: `${track.spec.label} of ${source.name}: ${turnedRound2.why}.` };
      let there = poseTracks(project, { ...target, pose: [track.address] })[0];
      if (!there || there.spec.type !== track.spec.type) continue;
      let shown2 = (value) => mirror ? mirrored(track.address, value, line2) : value, turned3 = mirror && (track.address === "x" || track.address === "rotation" || track.address === "skew"), made = turnedRound2.map((key) => {
        let next3 = { ...key, value: shown2(key.value), ...(key.arrives ?? null) === null ? {} : { arrives: shown2(key.arrives) } }, point3 = (way2) => Array.isArray(way2) && mirror && track.address === "position" ? [-way2[0] + 0, way2[1]] : way2;
        return turned3 ? upsideDown(next3) : { ...next3, ...next3.pathLeft === void 0 ? {} : { pathLeft: point3(next3.pathLeft) }, ...next3.pathRight === void 0 ? {} : { pathRight: point3(next3.pathRight) } };
      }), path2 = trackPath(compositionId, target.id, there), { before, after, repeats: repeats3, closed } = track.channel, next2 = { ...there.channel ?? { ...track.channel, formula: null, formulaOff: !1, limits: null }, before, after, repeats: repeats3, closed, keys: Object.fromEntries(made.map((key) => [key.id, key])) };
      patches.push(patchOf(path2, there.channel ?? void 0, next2));
    }
  }
  return patches.length === 0 ? { refused: `${source.name} has no motion that ${nameOf2(project, compositionId, targets.map((layer3) => layer3.id))} could take.` } : { event: "poses.later", label: `Give ${nameOf2(project, compositionId, targets.map((layer3) => layer3.id))} the motion of ${source.name}, ${Math.round(by * 100) / 100} frames later${mirror ? ", mirrored" : ""}`, patches };
}
function cycled(channel2, spec, by, newId) {
  let own2 = inTime(channel2.keys), keys2 = spec.type === "N" && !runsRound(own2, channel2) ? own2.map((_, i) => drawnHandles(own2, i)) : own2, [first, last] = [keys2[0], keys2[keys2.length - 1]];
  if (!first || !last) return [];
  let length = last.at - first.at;
  if (length === 0) return keys2.map((key) => ({ ...key, id: newId() }));
  let later2 = by % length, arrival = { ...last.left === void 0 ? {} : { left: last.left }, ...last.pathLeft === void 0 ? {} : { pathLeft: last.pathLeft }, ...(last.arrives ?? null) === null ? {} : { arrives: last.arrives } }, { left: _left, pathLeft: _way, arrives: _arrives, ...leaving3 } = first, moved = [{ ...leaving3, ...arrival }, ...keys2.slice(1, -1)].map((key) => ({ ...key, id: newId(), at: first.at + dust(((key.at + later2 - first.at) % length + length) % length) })).sort((a, b) => a.at - b.at), start = moved[0], twin = { ...start, id: newId(), at: start.at + length };
  if (start.at - first.at < 1e-6) return [...moved, twin];
  let round = [...moved, twin], cut4 = keyAdded({ ...channel2, keys: Object.fromEntries(round.map((key) => [key.id, key])) }, spec, last.at, newId);
  if (cut4.kind === "cannot") return { why: cut4.why };
  let all = cut4.kind === "added" ? inTime(cut4.channel.keys) : round, edge = all.find((key) => Math.abs(key.at - last.at) <= 1e-6), end = all[all.length - 1], joined5 = all.filter((key) => key !== end && key !== edge).map((key) => key.at > last.at ? { ...key, at: key.at - length } : key).map((key) => key.id === start.id ? { ...key, ...end.left === void 0 ? {} : { left: end.left }, ...end.pathLeft === void 0 ? {} : { pathLeft: end.pathLeft } } : key);
  return [{ ...edge, id: newId(), at: first.at }, ...joined5, edge].sort((a, b) => a.at - b.at);
}

// src/core/commands/events/poses-later.ts
var posesLater = {
  event: "poses.later",
  title: "Give layers the motion of another, so many frames later within its cycle",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, onto: s.layers, by: s.frame, mirror: s.z.boolean().default(!1), ids: s.ids }),
  draft: (project, args, { newId }) => motionLater(project, args.composition, args.layer, args.onto, args.by, args.mirror ?? !1, newId)
};

// src/core/commands/events/poses-mirror.ts
var posesMirror = {
  event: "poses.mirror",
  title: "Mirror poses at a frame, between partners or in place",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, swap: s.z.boolean().default(!0), ...s.keying, ids: s.ids }),
  draft: (project, args, { newId }) => mirrorPoses(project, args.composition, args.layers, args.swap ?? !0, { frame: args.frame, keying: args.keying, keepWas: args.keepWas ?? !1, newId })
};

// src/core/commands/events/presets-add.ts
var presetsAdd = {
  event: "presets.add",
  title: "Keep a curve with the project under a name",
  about: "project",
  args: (s) => s.z.strictObject({ name: s.text, of: s.z.enum(["curve", "timing", "recipe"]).default("curve"), data: s.z.unknown(), ids: s.ids }),
  draft: (project, args, { newId }) => addPreset(project, { name: args.name, of: args.of ?? "curve", data: args.data }, newId)
};

// src/core/commands/events/presets-delete.ts
var presetsDelete = {
  event: "presets.delete",
  title: "Delete a preset of the project",
  about: "project",
  args: (s) => s.z.strictObject({ preset: s.id }),
  draft: (project, args) => deletePreset(project, args.preset)
};

// src/core/commands/events/presets-rename.ts
var presetsRename = {
  event: "presets.rename",
  title: "Give what is kept with the project another name",
  about: "project",
  args: (s) => s.z.strictObject({ preset: s.id, name: s.text }),
  draft: (project, args) => renamePreset(project, args.preset, args.name)
};

// src/core/commands/keys/new-keys.ts
function setNewKeys(project, newKeys) {
  let words2 = { straight: "straight", smooth: "smooth", hold: "held", drawn: "as drawn" };
  return project.newKeys === newKeys ? null : { event: "project.keys", label: `New keys are ${words2[newKeys]}`, patches: [patchOf(["newKeys"], project.newKeys, newKeys)] };
}

// src/core/commands/events/project-keys.ts
var projectKeys = {
  event: "project.keys",
  title: "Say how new keys are shaped",
  about: "project",
  args: (s) => s.z.strictObject({ newKeys: s.z.enum(["straight", "smooth", "hold", "drawn"]) }),
  draft: (project, args) => setNewKeys(project, args.newKeys)
};

// src/core/commands/events/project-main.ts
var projectMain = {
  event: "project.main",
  title: "Make a composition the film",
  args: (s) => s.z.strictObject({ composition: s.id }),
  draft: (project, args) => setMain(project, args.composition)
};

// src/core/commands/events/project-rename.ts
var projectRename = {
  event: "project.rename",
  title: "Rename the project",
  about: "project",
  args: (s) => s.z.strictObject({ name: s.text }),
  draft: (project, args) => renameProject(project, args.name)
};

// src/core/commands/events/spans-join.ts
var spansJoin = {
  event: "spans.join",
  title: "Join bars of a layer, at a frame or all of them",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, at: s.frame.nullable().default(null) }),
  draft: (project, args) => joinSpans(project, args.composition, args.layers, args.at ?? null)
};

// src/core/commands/events/spans-roll.ts
var spansRoll = {
  event: "spans.roll",
  title: "Move the edge at which bars meet",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, at: s.frame, by: s.frame }),
  draft: (project, args) => rollEdge(project, args.composition, args.layers, args.at, args.by)
};

// src/core/commands/events/spans-split.ts
var spansSplit = {
  event: "spans.split",
  title: "Cut bars at a frame into two of the same layer",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, frame: s.frame }),
  draft: (project, args) => splitSpans(project, args.composition, args.layers, args.frame)
};

// src/core/commands/events/stops-add.ts
var stopsAdd = {
  event: "stops.add",
  title: "Put a colour into a run of colours",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, ids: s.ids }),
  draft: (project, args, { newId }) => addStop(project, args.composition, args.layer, newId())
};

// src/core/commands/events/stops-delete.ts
var stopsDelete = {
  event: "stops.delete",
  title: "Take a colour out of a run of colours",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, stop: s.id }),
  draft: (project, args) => deleteStop(project, args.composition, args.layer, args.stop)
};

// src/core/commands/bars/open-time.ts
var LONGEST3 = 1e7;
function openTime(project, compositionId, how, newId) {
  let composition3 = member(project.compositions.by, compositionId);
  if (!composition3 || how.by === 0) return null;
  if (how.at < 0 || how.at > composition3.duration) return { refused: `Frame ${how.at} is not in this composition of ${composition3.duration} frames.` };
  let left2 = composition3.duration - Math.min(composition3.duration - how.at, Math.max(0, -how.by)) + Math.max(0, how.by);
  if (how.layers === null && left2 < 1) return { refused: "Nothing would be left: take fewer frames out." };
  if (left2 > LONGEST3) return { refused: `A composition lasts ${LONGEST3} frames at the most.` };
  let told = { keys: 0, bars: 0, cut: 0, markers: 0, gone: 0, left: [], inside: /* @__PURE__ */ new Map([[compositionId, how.at]]) }, patches = opened(project, composition3, how, newId, told);
  if (patches.length === 0) return null;
  let parts = [told.keys > 0 ? count(told.keys, "key") : "", told.bars > 0 ? count(told.bars, "bar") : "", told.markers > 0 ? count(told.markers, "marker") : ""].filter((part3) => part3 !== ""), n2 = Math.round(Math.abs(how.by) * 100) / 100, moved = parts.length > 0 ? `: ${parts.join(", ")} moved` : "", cut4 = told.cut > 0 ? `${moved === "" ? ":" : ","} ${count(told.cut, "bar")} ${how.by > 0 ? "longer" : "shorter"}` : "", gone = told.gone > 0 ? `, ${count(told.gone, "key")} gone` : "";
  return {
    event: "time.open",
    label: `${how.by > 0 ? "Open" : "Take out"} ${n2} frames at ${Math.round(how.at * 100) / 100}${moved}${cut4}${gone}`,
    patches,
    ...told.left.length > 0 ? { told: `Left as they are: ${[...new Set(told.left)].join("; ")}.` } : {}
  };
}
function opened(project, composition3, how, newId, told) {
  let { at: at2, by } = how, to = later(at2, by), layers2 = inOrder(composition3.layers).filter((layer3) => (how.layers === null || how.layers.includes(layer3.id)) && !layer3.locked), patches = [];
  for (let layer3 of layers2) {
    let mine = openedLayer(project, composition3, layer3, how, newId, told);
    patches.push(...mine);
  }
  if (how.layers !== null) return patches;
  let path2 = compositionPath(composition3.id);
  for (let marker2 of inTime(composition3.markers)) {
    let next2 = to(marker2.at);
    next2 !== marker2.at && (told.markers++, patches.push(patchOf([...path2, "markers", marker2.id, "at"], marker2.at, next2)));
  }
  for (let kept of inOrder(composition3.settled)) to(kept.at) !== kept.at && patches.push(patchOf([...path2, "settled", "by", kept.id, "at"], kept.at, to(kept.at)));
  for (let take2 of inOrder(composition3.takes)) for (let edge of ["from", "to"]) {
    let next2 = edge === "to" && take2.to <= at2 + 1e-6 ? take2.to : to(take2[edge]);
    next2 !== take2[edge] && patches.push(patchOf([...path2, "takes", "by", take2.id, edge], take2[edge], next2));
  }
  let rigid2 = composition3.rigid.map((span2) => span2.map((edge) => typeof edge == "number" ? to(edge) : edge));
  sameValue(rigid2, composition3.rigid) || patches.push(patchOf([...path2, "rigid"], composition3.rigid, rigid2.filter(([from, until]) => typeof from != "number" || typeof until != "number" || until > from)));
  let range = [to(composition3.range[0]), Math.max(to(composition3.range[0]) + 1, to(composition3.range[1]))];
  return patches.push(patchOf([...path2, "duration"], composition3.duration, Math.max(1, Math.round(composition3.duration + Math.max(by, at2 - composition3.duration))))), sameValue(range, composition3.range) || patches.push(patchOf([...path2, "range"], composition3.range, range)), patches;
}
function later(at2, by) {
  return (moment2) => moment2 < at2 - 1e-6 ? moment2 : dust(Math.max(at2, moment2 + by));
}
function openedLayer(project, composition3, layer3, how, newId, told) {
  let { at: at2, by } = how, to = later(at2, by), path2 = layerPath(composition3.id, layer3.id), patches = [], end = (edge) => edge <= at2 + 1e-6 ? edge : to(edge), spans2 = layer3.spans.map(([from, until]) => [to(from), Math.max(end(until), to(from) + 1)]), apart = spans2.filter(([from], i) => i === 0 || from >= spans2[i - 1][1] - 1e-6);
  sameValue(apart, layer3.spans) || (layer3.spans.some(([from, until]) => from < at2 - 1e-6 && until > at2 + 1e-6) ? told.cut++ : told.bars++, patches.push(patchOf([...path2, "spans"], layer3.spans, apart)));
  for (let marker2 of inTime(layer3.markers)) {
    let next2 = to(marker2.at);
    next2 !== marker2.at && (told.markers++, patches.push(patchOf([...path2, "markers", marker2.id, "at"], marker2.at, next2)));
  }
  if (layer3.start >= at2 - 1e-6) return [...patches, patchOf([...path2, "start"], layer3.start, dust(layer3.start + by))];
  for (let track of keyedTracks(project, layer3)) {
    if (track.operator !== null || track.spec.clock !== "layer") continue;
    if (!keyTimesOf(project, composition3, layer3, track).even) {
      told.left.push(`${track.spec.label} of ${layer3.name}, whose own timing bends its keys`);
      continue;
    }
    let result = openedChannel(track.channel, (channel2, frame2) => keyAdded(channel2, track.spec, frame2, newId), at2 - layer3.start, how, newId, told);
    patches.push(...keyPatches(track, trackPath(composition3.id, layer3.id, track), track.channel.keys, result));
  }
  return how.deep && layer3.kind === "nest" && patches.push(...openedInside(project, composition3, layer3, how, newId, told)), patches;
}
function openedChannel(channel2, add2, at2, { by, cut: cut4 }, newId, told) {
  let to = later(at2, by), now = channel2, own2 = inTime(channel2.keys), inside3 = (frame2) => own2.length > 1 && frame2 > own2[0].at + 1e-6 && frame2 <= own2[own2.length - 1].at + 1e-6, edges = by < 0 ? [at2, at2 - by] : [at2], ends = cut4 === "stand" ? edges.filter(inside3) : [];
  for (let edge of ends) {
    let added = add2(now, edge);
    added.kind === "added" && (now = added.channel);
  }
  let keys2 = inTime(now.keys), after = {}, atEdge = (key, edge) => Math.abs(key.at - edge) <= 1e-6;
  for (let key of keys2) {
    let next2 = to(key.at);
    if (by < 0 && key.at >= at2 - 1e-6 && key.at < at2 - by - 1e-6 && !(cut4 === "stand" && ends.length > 0 && atEdge(key, at2))) {
      Object.hasOwn(channel2.keys, key.id) && told.gone++;
      continue;
    }
    next2 !== key.at && Object.hasOwn(channel2.keys, key.id) && told.keys++, after[key.id] = next2 === key.at ? key : { ...key, at: next2 };
  }
  if (cut4 === "stand" && by > 0 && ends.length > 0) {
    let key = keys2.find((one) => atEdge(one, at2));
    if (key) {
      let { right: _right, ease: _ease, curve: _curve, kept: _kept, pathRight: _way, ...arriving2 } = key, twin = newId(), { left: _left, pathLeft: _from, arrives: _arrives, ...leaving3 } = key;
      after[key.id] = { ...leaving3, id: key.id, at: dust(at2 + by) }, after[twin] = { ...arriving2, id: twin, ...typeof key.value == "number" ? {} : { ease: "hold" } };
    }
  }
  return cut4 === "stand" && by < 0 && joinCut(after, at2), after;
}
function joinCut(keys2, at2) {
  let there = Object.values(keys2).filter((key) => Math.abs(key.at - at2) <= 1e-6), [first, second] = there;
  if (!first || !second) return;
  let arrives = sameValue(first.value, second.value) ? {} : { arrives: first.value };
  keys2[second.id] = { ...second, ...first.left === void 0 ? {} : { left: first.left }, ...first.pathLeft === void 0 ? {} : { pathLeft: first.pathLeft }, ...arrives }, delete keys2[first.id];
}
function openedInside(project, host, layer3, how, newId, told) {
  let source = sourceOf(project, host, layer3), inner = layer3.kind === "nest" ? member(project.compositions.by, layer3.source) : void 0, at2 = sourceTimeAt(project, host, layer3, how.at);
  if (!source || !inner || at2 === null) return [];
  if (layer3.timing.order.length > 0)
    return told.left.push(`the inside of ${layer3.name}, which has a timing`), [];
  let place2 = dust(at2 + source.offset), known = told.inside.get(inner.id);
  if (known !== void 0)
    return known !== place2 && told.left.push(`the inside of ${layer3.name}, which another use has opened at ${known}`), [];
  told.inside.set(inner.id, place2);
  let factor = ratio(host.rate, inner.rate);
  return opened(project, inner, { ...how, at: place2, by: Math.round(how.by * factor), layers: null }, newId, told);
}

// src/core/commands/events/time-open.ts
var timeOpen = {
  event: "time.open",
  title: "Put time in at a frame, or take it out",
  args: (s) => s.z.strictObject({ composition: s.id, at: s.frame, by: s.frame, layers: s.z.array(s.id).nullable().default(null), cut: s.z.enum(["stretch", "stand"]).default("stretch"), deep: s.z.boolean().default(!1), ids: s.ids }),
  draft: (project, args, { newId }) => openTime(project, args.composition, { at: args.at, by: args.by, layers: args.layers ?? null, cut: args.cut ?? "stretch", deep: args.deep ?? !1 }, newId)
};

// src/core/commands/events/time-shift.ts
var timeShift = {
  event: "time.shift",
  title: "Move bars, ends, keys and markers in time together",
  args: (s) => s.z.strictObject({ composition: s.id, slide: s.z.array(s.id).default([]), trimStart: s.z.array(s.id).default([]), trimEnd: s.z.array(s.id).default([]), keys: s.z.array(s.key).default([]), markers: s.z.array(s.marker).default([]), by: s.frame, near: s.frame.optional() }),
  draft: (project, args) => shiftMoments(project, args.composition, { slide: args.slide, trimStart: args.trimStart, trimEnd: args.trimEnd, keys: args.keys, markers: args.markers }, args.by, args.near)
};

// src/core/commands/events/timing-add.ts
var timingAdd = {
  event: "timing.add",
  title: "Add an operator to a layer\u2019s timing, as it is born at a frame but for what is said in `born`; to others (`also`) as well",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, also: s.z.array(s.id).default([]), op: s.z.enum(OPERATORS.map((one) => one.op)), frame: s.frame.default(0), born: s.z.record(s.z.string(), s.z.unknown()).default({}), ids: s.ids }),
  draft: (project, args, { newId }) => addOperator(project, args.composition, [args.layer, ...args.also ?? []], args.op, args.frame, newId, args.born)
};

// src/core/commands/events/timing-delete.ts
var timingDelete = {
  event: "timing.delete",
  title: "Take an operator off a layer\u2019s timing; others (`also`) as well",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, also: s.operators }),
  draft: (project, args) => deleteOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...args.also ?? []])
};

// src/core/commands/events/timing-order.ts
var timingOrder = {
  event: "timing.order",
  title: "Put an operator before or after its neighbour; others (`also`) as well",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, by: s.z.union([s.z.literal(1), s.z.literal(-1)]), also: s.operators }),
  draft: (project, args) => moveOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...args.also ?? []], args.by)
};

// src/core/commands/events/timing-paste.ts
var timingPaste = {
  event: "timing.paste",
  title: "Put copied steps of a timing at the end of the timings of layers",
  args: (s) => s.z.strictObject({ composition: s.id, layers: s.layers, clip: s.timingFile, ids: s.ids }),
  draft: (project, args, { newId }) => pasteTiming(project, args.composition, args.layers, args.clip, newId)
};

// src/core/commands/events/timing-set.ts
var timingSet = {
  event: "timing.set",
  title: "Change fields of an operator; of others (`also`) as well",
  args: (s) => s.z.strictObject({ composition: s.id, layer: s.id, operator: s.id, fields: s.z.record(s.z.string(), s.z.unknown()), also: s.operators }),
  draft: (project, args) => setOperator(project, args.composition, [{ layer: args.layer, operator: args.operator }, ...args.also ?? []], args.fields)
};

// src/core/commands/keys/edit-tracks.ts
function onTracks(project, compositionId, refs, event, words2, edit) {
  let patches = [], many = 0, named3 = new Map(refs.map((ref) => [`${ref.layer}
${ref.track}`, ref]));
  for (let ref of named3.values()) {
    let target = reach(project, compositionId, ref);
    if (!target || target.track.operator !== null) continue;
    let mine = edit(target.track.channel ?? restingChannel(target.track), target, trackPath(compositionId, target.layer.id, target.track));
    mine.length > 0 && many++, patches.push(...mine);
  }
  return patches.length === 0 ? null : { event, label: words2(count(many, "track")), patches };
}
function stillTracks(project, compositionId, refs, frame2) {
  return onTracks(project, compositionId, refs, "tracks.still", (tracks) => `Take the motion out of ${tracks}`, (channel2, { composition: composition3, layer: layer3, track }, path2) => {
    if (!hasKeys(channel2)) return [];
    let value = sampleChannel(channel2, track.spec, keyTimesOf(project, composition3, layer3, track).at(frame2));
    return [
      ...inTime(channel2.keys).map((key) => patchOf([...path2, "keys", key.id], storedKey(track, key), void 0)),
      ...sameValue(channel2.value, value) ? [] : [patchOf([...path2, "value"], channel2.value, value)],
      ...["before", "after"].flatMap((side2) => channel2[side2] === "hold" ? [] : [patchOf([...path2, side2], channel2[side2], "hold")]),
      ...channel2.repeats === null ? [] : [patchOf([...path2, "repeats"], channel2.repeats, null)],
      ...channel2.closed ? [patchOf([...path2, "closed"], !0, !1)] : []
    ];
  });
}
function equalEnds(project, compositionId, refs, like) {
  return onTracks(project, compositionId, refs, "tracks.ends", (tracks) => `Make the ends of ${tracks} equal`, (channel2, _, path2) => {
    let keys2 = inTime(channel2.keys), [first, last] = [keys2[0], keys2[keys2.length - 1]];
    if (!first || !last || first === last) return [];
    if (like === "first") {
      let end = endOf(last);
      return [...sameValue(last.value, first.value) ? [] : [patchOf([...path2, "keys", last.id, "value"], last.value, first.value)], ...(last.arrives ?? null) === null || sameValue(end, first.value) ? [] : [patchOf([...path2, "keys", last.id, "arrives"], last.arrives, void 0)]];
    }
    return sameValue(first.value, last.value) ? [] : [patchOf([...path2, "keys", first.id, "value"], first.value, last.value)];
  }) ?? (refs.length === 0 ? null : { refused: "Their first and last keys are equal already, or there is one key only." });
}
function closeTracks(project, compositionId, refs, closed) {
  return onTracks(project, compositionId, refs, "tracks.closed", (tracks) => `${closed ? "Close" : "Open"} ${tracks}`, (channel2, _, path2) => {
    let keys2 = inTime(channel2.keys), [first, last] = [keys2[0], keys2[keys2.length - 1]];
    return channel2.closed === closed || closed && (!first || !last || first === last) ? [] : [
      patchOf([...path2, "closed"], channel2.closed, closed),
      ...closed && !sameValue(first.value, last.value) ? [patchOf([...path2, "keys", last.id, "value"], last.value, first.value)] : [],
      ...closed ? ["before", "after"].flatMap((side2) => channel2[side2] === "repeat" ? [] : [patchOf([...path2, side2], channel2[side2], "repeat")]) : []
    ];
  }) ?? (closed && refs.length > 0 ? { refused: "A loop needs two keys: the first and the last become one." } : null);
}
function limitTracks(project, compositionId, refs, limits) {
  return limits && limits[0] > limits[1] ? { refused: `The lower bound is ${limits[0]}, above the upper one, ${limits[1]}.` } : onTracks(project, compositionId, refs, "tracks.limits", (tracks) => `${limits ? "Set" : "Take away"} the bounds of ${tracks}`, (channel2, { track }, path2) => track.spec.type !== "N" || sameValue(channel2.limits, limits) ? [] : track.channel ? [patchOf([...path2, "limits"], channel2.limits, limits)] : [patchOf(path2, void 0, { ...channel2, limits })]);
}

// src/core/commands/events/tracks-closed.ts
var tracksClosed = {
  event: "tracks.closed",
  title: "Close tracks to a loop whose first and last key are one, or open them",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, closed: s.z.boolean().default(!0) }),
  draft: (project, args) => closeTracks(project, args.composition, args.tracks, args.closed ?? !0)
};

// src/core/commands/events/tracks-ends.ts
var tracksEnds = {
  event: "tracks.ends",
  title: "Make the first and the last key of tracks equal",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, like: s.z.enum(["first", "last"]).default("first") }),
  draft: (project, args) => equalEnds(project, args.composition, args.tracks, args.like ?? "first")
};

// src/core/commands/events/tracks-limits.ts
var tracksLimits = {
  event: "tracks.limits",
  title: "Say within which bounds the values of tracks should stay",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, limits: s.point.nullable() }),
  draft: (project, args) => limitTracks(project, args.composition, args.tracks, args.limits)
};

// src/core/commands/events/tracks-outside.ts
var tracksOutside = {
  event: "tracks.outside",
  title: "Say what tracks do before their first key or from their last one on",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, side: s.z.enum(["before", "after"]), rule: s.z.enum(["hold", "repeat", "climb", "swing", "glide"]), repeats: s.z.int().min(1).nullish() }),
  draft: (project, args) => setOutside(project, args.composition, args.tracks, args.side, args.rule, args.repeats)
};

// src/core/commands/events/tracks-set.ts
var tracksSet = {
  event: "tracks.set",
  title: "Give tracks values as they are seen at a frame; with keying they become keys there",
  args: (s) => s.z.strictObject({ composition: s.id, values: s.z.array(s.z.strictObject({ layer: s.id, track: s.id, value: s.z.unknown() })).min(1), ...s.keying, verb: s.text.optional(), ids: s.ids }),
  draft: (project, args, { newId }) => setValues(project, args.composition, args.values, { frame: args.frame, keying: args.keying, keepWas: args.keepWas, newId }, args.verb)
};

// src/core/commands/events/tracks-still.ts
var tracksStill = {
  event: "tracks.still",
  title: "Take the motion out of tracks, which rest at what they show at a frame",
  args: (s) => s.z.strictObject({ composition: s.id, tracks: s.tracks, frame: s.frame }),
  draft: (project, args) => stillTracks(project, args.composition, args.tracks, args.frame)
};

// src/core/commands/document/arguments.ts
var id2 = string2().min(1).max(120), frame = number3(), text = string2().max(2e4), point2 = tuple([number3(), number3()]);

// bench/bake.ts
function deepFilm(layers2, frames) {
  let track = (n2, of) => ({ keys: Array.from({ length: of }, (_, i) => ({ at: i * 10, value: (i * 37 + n2 * 11) % 90 - 20, ...i % 3 === 1 ? { right: "smooth", left: "smooth" } : {} })) }), nest = (source, timing) => [{ id: `${source}Use`, name: source, kind: "nest", source, spans: [[0, frames]], timing }], read = readProjectFile({
    format: "oak-tumble/project",
    version: 2,
    name: "Deep",
    compositions: [
      { id: "main", name: "Main", duration: frames, layers: nest("hall", [{ op: "loop", from: 0, to: 90 }]) },
      { id: "hall", name: "Hall", duration: frames, layers: nest("room", [{ op: "speed", rate: 0.5 }]) },
      { id: "room", name: "Room", duration: frames, layers: nest("cell", [{ op: "reverse", from: 0, to: 95 }]) },
      { id: "cell", name: "Cell", duration: 100, layers: Array.from({ length: layers2 }, (_, n2) => ({ id: `l${n2}`, name: `L${n2}`, kind: "shape", spans: [[0, 100]], channels: { x: track(n2, 10), y: track(n2 + 1, 10), rotation: track(n2 + 2, 10), scaleX: track(n2 + 3, 10), opacity: track(n2 + 4, 10) } })) }
    ]
  });
  if (!read.ok) throw new Error(JSON.stringify(read.issues[0]));
  return read.value;
}

// bench/tmp-bake.ts
function finished(steps2) {
  let step2 = steps2.next();
  for (; !step2.done; ) step2 = steps2.next();
  return step2.value;
}
var n = 0;
for (let round = 0; round < 6; round++) {
  let film = deepFilm(200, 300), film2 = deepFilm(200, 300);
  globalThis.gc?.();
  let t0 = performance.now();
  for (let f = 0; f < 300; f++) evaluateFrame(film2, "main", f, { faces: () => null, purpose: "output" });
  let t1 = performance.now(), draft = finished(bakeLayersSteps(film, "main", ["hallUse"], { on: "both", deep: !0, whole: !1, tolerance: 0.01 }, () => "n" + ++n)), t2 = performance.now(), after = applyPatches(film, draft.patches).project, t3 = performance.now();
  finished(proofSteps(film, after, "main", draft.baked.tracks));
  let t4 = performance.now();
  console.log([t1 - t0, t2 - t1, t3 - t2, t4 - t3].map((x) => x.toFixed(0)).join(" "));
}
