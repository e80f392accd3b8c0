import { Rejection } from '../measure/rejection';
import type { Quantity } from './drill-file';

type Names = ReadonlyMap<string, string>;
const UNNAMED: Names = new Map();

/**
 * A quantity as people write it: `4000`, `start altitude + 500`, `rate_fpm × 0.5`. Inverse of `quantityFrom`.
 * @param names what the figures are called; one without a name is written by its id
 */
export function quantityText(quantity: Quantity | undefined, names: Names = UNNAMED): string {
  if (quantity === undefined) return '';
  if (typeof quantity === 'number') return String(quantity);
  const { figure, times, plus } = quantity;
  const factor = times === undefined || times === 1 ? '' : ` × ${times}`;
  const shift = plus === undefined || plus === 0 ? '' : plus > 0 ? ` + ${plus}` : ` − ${-plus}`;
  return `${names.get(figure) ?? figure}${factor}${shift}`;
}

const PATTERN =
  /^((?:[a-z0-9-]+\.)?[A-Za-z][A-Za-z0-9_]*)(?:\s*[×x*]\s*([-−]?[\d.]+))?(?:\s*([+\-−])\s*([\d.]+))?$/;

/** The text with the name it begins with, the longest there is, put back into the figure's id. */
function byId(text: string, names: Names): string {
  const lower = text.toLowerCase();
  const [id, name] =
    [...names]
      .filter(
        ([, name]) => lower.startsWith(name.toLowerCase()) && !/^[a-z0-9_]/.test(lower.slice(name.length))
      )
      .sort(([, one], [, other]) => other.length - one.length)[0] ?? [];
  return id === undefined ? text : id + text.slice(name!.length);
}

/**
 * Reads a quantity; nothing at all is `undefined`.
 * @param field where it stands, for saying what does not fit
 * @param names what the figures are called; their ids are understood as well
 * @throws Rejection when it is neither a number nor a figure with × and ±
 */
export function quantityFrom(text: string, field: string, names: Names = UNNAMED): Quantity | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return undefined;
  const number = Number(trimmed.replace('−', '-'));
  if (Number.isFinite(number)) return number;
  const match = PATTERN.exec(byId(trimmed, names));
  const times = match?.[2] === undefined ? 1 : Number(match[2].replace('−', '-'));
  const plus = match?.[4] === undefined ? 0 : Number(match[4]) * (match[3] === '+' ? 1 : -1);
  const known = match !== null && (names.size === 0 || names.has(match[1]!));
  if (!known || !Number.isFinite(times) || !Number.isFinite(plus))
    throw new Rejection(
      field,
      text,
      names.size === 0
        ? 'a number, or a figure like startAltitude_ft + 500 or rate_fpm × 0.5'
        : `a number, or with + or × one of: ${[...names.values()].join(', ')}`
    );
  return {
    figure: match![1]!,
    ...(times === 1 ? {} : { times }),
    ...(plus === 0 ? {} : { plus })
  };
}
