import { capital } from '../core/measure/capital';
import { error, fail, type ActionFailure } from '@sveltejs/kit';
import { Rejection } from '../core/measure/rejection';
import { Busy } from './busy';
import { Conflict } from './conflict';
import { teaches, type Identity } from './identity';

/** The person a request is for. The hook lets nobody through without one. */
export function identityFrom(locals: App.Locals): Identity {
  if (!locals.identity) error(401, 'You are signed out.');
  return locals.identity;
}

export function instructorFrom(locals: App.Locals): Identity {
  const identity = identityFrom(locals);
  if (!teaches(identity)) error(403, 'Only an instructor can do this.');
  return identity;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/;

/** Whether a text is an id as Hanza and its browsers make them. */
export function isId(text: string | null | undefined): text is string {
  return typeof text === 'string' && UUID.test(text);
}

/** An id from an address; anything else is a page that does not exist. */
export function idFrom(text: string | undefined): string {
  if (!isId(text)) error(404, 'There is no such page.');
  return text;
}

/** Answers a JSON request: refusals become 400 with the field, conflicts 409, and the rest goes on as a fault. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : Response.json(result ?? {});
  } catch (caught) {
    if (caught instanceof Rejection) {
      return Response.json(
        { message: caught.message, field: caught.field, accepted: caught.accepted },
        { status: 400 }
      );
    }
    if (caught instanceof Conflict) return Response.json({ message: caught.message }, { status: 409 });
    if (isBusy(caught))
      return Response.json({ message: BUSY }, { status: 503, headers: { 'retry-after': '2' } });
    throw caught;
  }
}

const BUSY = 'Hanza is busy at the moment. Try again; nothing is lost.';
/** PostgreSQL: a lock, a statement or a transaction took longer than it may. */
const TIMED_OUT = ['55P03', '57014', '25P03'];

function isBusy(caught: unknown): boolean {
  return caught instanceof Busy || TIMED_OUT.includes((caught as { code?: string } | null)?.code ?? '');
}

/** What a page needs, or the page that says to come back in a moment. */
export async function unlessBusy<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (caught) {
    if (isBusy(caught)) error(503, BUSY);
    throw caught;
  }
}

/** Text that can be kept: no zero characters, no half characters. */
export function isReadableText(text: string): boolean {
  return !text.includes('\0') && text.isWellFormed();
}

/** The fields of a form. Ends the request with 400 when it is none, or holds what cannot be kept as text. */
export async function formOf(request: Request): Promise<FormData> {
  let form: FormData;
  try {
    form = await request.formData();
  } catch (caught) {
    if ((caught as { status?: number }).status === 413)
      error(413, 'This is more than one form may hold (2 MB).');
    error(400, 'This form cannot be read. Open the page again and send it once more.');
  }
  for (const [name, value] of form.entries())
    if (!isReadableText(name) || (typeof value === 'string' && !isReadableText(value)))
      error(
        400,
        `${isReadableText(name) ? name : 'A field'} holds characters that cannot be kept. Type it again.`
      );
  return form;
}

/** The body of a JSON request. @throws Rejection when it is not JSON */
export async function bodyOf(request: Request): Promise<unknown> {
  let text: string;
  try {
    text = await request.text();
  } catch (caught) {
    if ((caught as { status?: number }).status === 413)
      error(413, 'This is more than one request may hold (2 MB).');
    throw new Rejection('body', undefined, 'JSON');
  }
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    throw new Rejection('body', undefined, 'JSON');
  }
  // Escapes make characters the text itself does not show.
  if (/\\u(0000|d[89a-f])/i.test(text) && !isReadableText(stringsOf(body).join('')))
    throw new Rejection('body', undefined, 'text without zero or half characters');
  return body;
}

function stringsOf(value: unknown): string[] {
  if (typeof value === 'string') return [`${value} `];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, part]) => [`${key} `, ...stringsOf(part)]);
}

export interface Refusal {
  field: string;
  message: string;
}

/** Runs a form's work: a refusal comes back to the form, at its field. */
export async function refusing<T>(work: () => Promise<T>): Promise<T | ActionFailure<Refusal>> {
  try {
    return await work();
  } catch (caught) {
    if (caught instanceof Rejection)
      return fail(400, { field: caught.field, message: asSentence(caught.accepted) });
    if (caught instanceof Conflict) return fail(409, { field: '', message: asSentence(caught.message) });
    if (isBusy(caught)) return fail(503, { field: '', message: BUSY });
    throw caught;
  }
}

function asSentence(text: string): string {
  const sentence = capital(text);
  return /[.!?]$/.test(sentence) ? sentence : `${sentence}.`;
}
