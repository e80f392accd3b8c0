import { createHmac, hkdfSync, timingSafeEqual } from 'node:crypto';
import { Rejection } from '../core/measure/rejection';
import { canonical } from './canonical';

/**
 * Seals: proof that a row was made by Hanza and not by somebody who can only write to the database. Each is an HMAC-SHA256
 * by a key derived (HKDF, RFC 5869) from HANZA_KEY, which the database does not hold.
 */
type Purpose = 'grade' | 'signature' | 'device';

const SHORTEST_KEY = 32;
const derived = new Map<Purpose, Buffer>();

function keyFor(purpose: Purpose): Buffer {
  let key = derived.get(purpose);
  if (!key) {
    const secret = process.env['HANZA_KEY'] ?? '';
    if (secret.length < SHORTEST_KEY)
      throw new Rejection(
        'HANZA_KEY',
        '…',
        `a secret of at least ${SHORTEST_KEY} characters; npm start makes one`
      );
    key = Buffer.from(hkdfSync('sha256', secret, '', `hanza ${purpose}`, 32));
    derived.set(purpose, key);
  }
  return key;
}

function seal(purpose: Purpose, content: string | Buffer): Buffer {
  return createHmac('sha256', keyFor(purpose)).update(content).digest();
}

function same(a: Buffer, b: Buffer | null | undefined): boolean {
  return b !== null && b !== undefined && a.length === b.length && timingSafeEqual(a, b);
}

/** What a grade's seal is over: whose it is, by which rules, and what is counted of it. */
export interface SealedGrade {
  attempt_id: string;
  grader_version: number;
  verdict: string;
  score: number;
  comparable: unknown;
}

export function gradeSeal({ attempt_id, grader_version, verdict, score, comparable }: SealedGrade): Buffer {
  return seal('grade', canonical({ attempt_id, grader_version, verdict, score, comparable }));
}

export function isGenuineGrade(grade: SealedGrade & { seal: Buffer | null }): boolean {
  return same(gradeSeal(grade), grade.seal);
}

/** @param digest of the entry, its signer and the time */
export function signatureSeal(digest: Buffer): Buffer {
  return seal('signature', digest);
}

export function isGenuineSignature(digest: Buffer, sealed: Buffer | null): boolean {
  return same(signatureSeal(digest), sealed);
}

/** A word a browser keeps that says: from here this person has signed in before. */
export function deviceToken(email: string): string {
  return seal('device', email).toString('base64url');
}

export function isKnownDevice(email: string, token: string | undefined): boolean {
  return token !== undefined && same(seal('device', email), Buffer.from(token, 'base64url'));
}
