import { Rejection } from '../measure/rejection';

/** Some numbers of a state that is to be gone on from: how many, how they are told and how they are taken up again. */
export interface Kept {
  count: number;
  /** States of earlier releases end before this part: it stays as it is. Only the last parts may be such. */
  mayBeMissing?: true;
  tell(): ArrayLike<number>;
  take(values: readonly number[]): void;
}

/** Numbers that live in an array of fixed length. */
export function keptArray(array: Float64Array): Kept {
  return { count: array.length, tell: () => array, take: (values) => array.set(values) };
}

/** Numbers that are fields of an object, in this order. */
export function keptFields<Field extends string>(
  owner: Record<Field, number>,
  ...fields: readonly Field[]
): Kept {
  return {
    count: fields.length,
    tell: () => fields.map((field) => owner[field]),
    take: (values) => fields.forEach((field, i) => (owner[field] = values[i]!))
  };
}

/** All parts of a state as plain numbers, one after the other. */
export function snapshotOf(parts: readonly Kept[]): number[] {
  return parts.flatMap((part) => Array.from(part.tell()));
}

/** Takes a state up again. @throws Rejection when these are not the numbers of such a state; then nothing has changed */
export function restoreFrom(snapshot: readonly number[], parts: readonly Kept[]): void {
  const length = (some: readonly Kept[]) => some.reduce((sum, { count }) => sum + count, 0);
  let present = parts;
  while (snapshot.length < length(present) && present.at(-1)?.mayBeMissing) present = present.slice(0, -1);
  if (snapshot.length !== length(present) || !snapshot.every(Number.isFinite))
    throw new Rejection('snapshot', snapshot.length, `${length(parts)} finite numbers`);
  let at = 0;
  for (const part of present) part.take(snapshot.slice(at, (at += part.count)));
}
