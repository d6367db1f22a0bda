import * as z from 'zod';
import { refusal } from '../wire';

/** What came back from the server: its answer, a refusal in words, or nobody there. */
export type Called<T> =
  | { readonly kind: 'answer'; readonly status: number; readonly value: T }
  | { readonly kind: 'refused'; readonly status: number; readonly message: string }
  | { readonly kind: 'unreachable' };

/** Asks an endpoint and reads its answer by the contract. Statuses in `answers` carry an answer, others a refusal. */
export async function call<S extends z.ZodType>(schema: S, address: string, init: RequestInit = {}, answers: readonly number[] = [200]): Promise<Called<z.output<S>>> {
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(address, { ...init, headers: { ...(typeof init.body === 'string' ? { 'content-type': 'application/json' } : init.body instanceof Blob ? { 'content-type': init.body.type || 'application/octet-stream' } : {}) } });
    body = await response.json();
  } catch {
    return { kind: 'unreachable' };
  }
  if (answers.includes(response.status)) return { kind: 'answer', status: response.status, value: schema.parse(body) };
  // Server trouble may pass; a refusal will not.
  if (response.status >= 500) return { kind: 'unreachable' };
  const read = refusal.safeParse(body);
  return { kind: 'refused', status: response.status, message: read.success ? read.data.message : `The server answered ${response.status}.` };
}
