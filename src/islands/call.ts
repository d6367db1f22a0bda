import { isRefusal, isReloadWanted, type Reader } from '../wire/answers';

/** What came back from the server: its answer, a refusal in words, nobody (or a server in trouble), or that this page must be reloaded first. */
export type Called<T> =
  | { readonly kind: 'answer'; readonly status: number; readonly value: T }
  | { readonly kind: 'refused'; readonly status: number; readonly message: string }
  | { readonly kind: 'reload'; readonly message: string }
  | { readonly kind: 'unreachable'; readonly status?: number; readonly message?: string; /** Something can be made of what cannot be opened. */ readonly savable?: boolean };

/** Asks an endpoint and reads its answer by the contract. Statuses in `answers` carry an answer, others a refusal. */
export async function call<T>(isAnswer: Reader<T>, address: string, init: RequestInit = {}, answers: readonly number[] = [200]): Promise<Called<T>> {
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(address, { ...init, headers: { ...(typeof init.body === 'string' ? { 'content-type': 'application/json' } : init.body instanceof Blob ? { 'content-type': init.body.type || 'application/octet-stream' } : {}) } });
    body = await response.json();
  } catch {
    return { kind: 'unreachable' };
  }
  if (answers.includes(response.status)) {
    // An answer that this page cannot read comes from another version of the server.
    return isAnswer(body) ? { kind: 'answer', status: response.status, value: body } : { kind: 'reload', message: 'The server answers in a way that this page does not know. Reload the page; nothing is lost.' };
  }
  if (isReloadWanted(body)) return { kind: 'reload', message: body.message };
  const refusal = isRefusal(body) ? body : null;
  const told = refusal?.message ?? null;
  // Server trouble may pass; a refusal will not.
  if (response.status >= 500) return { kind: 'unreachable', status: response.status, ...(refusal ? { message: refusal.message, savable: refusal.savable === true } : {}) };
  return { kind: 'refused', status: response.status, message: told ?? `The server answered ${response.status}.` };
}
