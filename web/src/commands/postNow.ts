import type { ErrorReply } from '@north-step/contract';
import { refusalText } from '@north-step/core/result';
import { serverIsCut } from './practice.ts';

/** What came of something that is of use only now, and is not kept for a server that is away. */
export type Posted<T> = { readonly ok: true; readonly reply: T } | { readonly ok: false; readonly message: string };

/** Asks the server for something about itself: a backup, a device taken away. Work at the bench goes through the outbox. */
export async function postNow<T>(url: string, body?: object): Promise<Posted<T>> {
  if (serverIsCut()) return { ok: false, message: 'The server is away. Try again when it is back.' };
  try {
    const response = await fetch(url, { method: 'POST', ...contentOf(body) });
    const reply = (await response.json()) as T & ErrorReply;
    if (response.ok) return { ok: true, reply };
    return { ok: false, message: refusalText(reply.error) };
  } catch {
    return { ok: false, message: 'The server did not answer. Try again.' };
  }
}

/** A file is sent as it is, anything else as JSON. */
function contentOf(body: object | undefined): Pick<RequestInit, 'headers' | 'body'> {
  if (body === undefined) return {};
  if (body instanceof Blob) return { headers: { 'content-type': 'application/zip' }, body };
  return { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
}
