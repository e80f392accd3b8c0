import { error, fail, type ActionFailure } from '@sveltejs/kit';
import { Rejection } from '../core/measure/rejection';
import { Conflict } from './attempts';
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

/** An id from an address; anything else is a page that does not exist. */
export function idFrom(text: string | undefined): string {
  if (!text || !UUID.test(text)) error(404, 'There is no such page.');
  return text;
}

/** Answers a JSON request: refusals become 400 with the field, conflicts 409, and the rest goes on as a fault. */
export async function answer(work: () => Promise<unknown>): Promise<Response> {
  try {
    return Response.json((await work()) ?? {});
  } catch (caught) {
    if (caught instanceof Rejection) {
      return Response.json(
        { message: caught.message, field: caught.field, accepted: caught.accepted },
        { status: 400 }
      );
    }
    if (caught instanceof Conflict) return Response.json({ message: caught.message }, { status: 409 });
    throw caught;
  }
}

/** The body of a JSON request. @throws Rejection when it is not JSON */
export async function bodyOf(request: Request): Promise<unknown> {
  try {
    return await request.json();
  } catch {
    throw new Rejection('body', undefined, 'JSON');
  }
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
      return fail(400, { field: caught.field, message: capital(caught.accepted) });
    if (caught instanceof Conflict) return fail(409, { field: '', message: capital(caught.message) });
    throw caught;
  }
}

function capital(text: string): string {
  const sentence = text.charAt(0).toUpperCase() + text.slice(1);
  return /[.!?]$/.test(sentence) ? sentence : `${sentence}.`;
}
