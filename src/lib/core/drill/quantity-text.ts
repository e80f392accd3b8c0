import { Rejection } from '../measure/rejection';
import type { Quantity } from './drill-file';

/** A quantity as people write it: `4000`, `startAltitude_ft + 500`, `rate_fpm × 0.5`. Inverse of `quantityFrom`. */
export function quantityText(quantity: Quantity | undefined): string {
  if (quantity === undefined) return '';
  if (typeof quantity === 'number') return String(quantity);
  const { figure, times, plus } = quantity;
  const factor = times === undefined || times === 1 ? '' : ` × ${times}`;
  const shift = plus === undefined || plus === 0 ? '' : plus > 0 ? ` + ${plus}` : ` − ${-plus}`;
  return `${figure}${factor}${shift}`;
}

const PATTERN = /^([A-Za-z][A-Za-z0-9_]*)(?:\s*[×x*]\s*([-−]?[\d.]+))?(?:\s*([+\-−])\s*([\d.]+))?$/;

/**
 * Reads a quantity; nothing at all is `undefined`.
 * @param field where it stands, for saying what does not fit
 * @throws Rejection when it is neither a number nor a figure with × and ±
 */
export function quantityFrom(text: string, field: string): Quantity | undefined {
  const trimmed = text.trim();
  if (trimmed === '') return undefined;
  const number = Number(trimmed.replace('−', '-'));
  if (Number.isFinite(number)) return number;
  const match = PATTERN.exec(trimmed);
  const times = match?.[2] === undefined ? 1 : Number(match[2].replace('−', '-'));
  const plus = match?.[4] === undefined ? 0 : Number(match[4]) * (match[3] === '+' ? 1 : -1);
  if (!match || !Number.isFinite(times) || !Number.isFinite(plus))
    throw new Rejection(field, text, 'a number, or a figure like startAltitude_ft + 500 or rate_fpm × 0.5');
  return {
    figure: match[1]!,
    ...(times === 1 ? {} : { times }),
    ...(plus === 0 ? {} : { plus })
  };
}
