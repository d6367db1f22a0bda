/** Kinds of errors that engines make by themselves; what we throw says what it is about. */
const OF_ENGINES: ReadonlySet<string> = new Set(['RangeError', 'TypeError', 'ReferenceError', 'SyntaxError', 'EvalError', 'URIError', 'InternalError', 'RuntimeError', 'CompileError', 'LinkError', 'ErrnoError', 'DataCloneError', 'EncodingError', 'IndexSizeError', 'InvalidStateError', 'InvalidAccessError', 'NotSupportedError', 'OperationError', 'QuotaExceededError', 'NotReadableError', 'UnknownError']);

/** Marks of an engine's words, whatever their error calls itself. */
const ENGINE_WORDS = /\bAborted\(|Failed to execute|convertToBlob|call stack|is not a function|is not iterable|Cannot read propert|is not defined|out of memory|OffscreenCanvas|wasm|unreachable/i;

const DEEP = 'it is nested too deep to be worked out here';
const MEMORY = 'it needs more memory than there is here: make it smaller, or close other programs';
const PICTURE = 'this machine could not make a picture of that size: make it smaller';
const OTHER = 'the program stumbled over it: try again, and keep a copy of the project if it goes on';

/** An error as a person is told it: our own words as they are, an engine's in ours, without a full stop. */
export function sayFault(error: unknown): string {
  const { name = '', message = '' } = (typeof error === 'object' && error !== null ? error : { message: String(error) }) as { readonly name?: string; readonly message?: string };
  const isEngines = OF_ENGINES.has(name) || ENGINE_WORDS.test(message) || !/\s/.test(message.trim());
  if (!isEngines) return message;
  if (/call stack|too much recursion/i.test(message)) return DEEP;
  if (/out of memory|allocation|array length|string length|array buffer|quota/i.test(`${name} ${message}`)) return MEMORY;
  if (/convertToBlob|OffscreenCanvas|canvas|encod|image/i.test(`${name} ${message}`)) return PICTURE;
  return OTHER;
}
