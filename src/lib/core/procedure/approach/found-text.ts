import { Rejection } from '../../measure/rejection';
import type { Found } from './approach';

/** How a fix is told, as it is typed: `IVL 5.8, KOR 321°, outer marker`. */
export function foundText(found: readonly Found[] = []): string {
  return found
    .map((way) =>
      way.by === 'marker'
        ? `${way.marker} marker`
        : way.by === 'radial'
          ? `${way.station} ${way.deg}°`
          : `${way.station} ${way.nm}`
    )
    .join(', ');
}

const RADIAL = /^([A-Z0-9]{1,6})\s+(?:R\s*)?(\d{1,3})\s*(?:°|deg)$/i;
const DISTANCE = /^([A-Z0-9]{1,6})\s+(\d{1,3}(?:[.,]\d+)?)\s*(?:NM|DME|D)?$/i;
const MARKER = /^(outer|middle|inner)(?:\s+marker)?$/i;

/** Reads what `foundText` writes. @throws Rejection naming the part that is none of it */
export function foundFrom(text: string, field = 'found'): Found[] {
  return text
    .split(/[,;](?!\d)/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part): Found => {
      const marker = MARKER.exec(part);
      if (marker) return { by: 'marker', marker: marker[1]!.toLowerCase() as 'outer' };
      const radial = RADIAL.exec(part);
      if (radial) return { by: 'radial', station: radial[1]!.toUpperCase(), deg: Number(radial[2]) };
      const distance = DISTANCE.exec(part);
      if (distance)
        return {
          by: 'distance',
          station: distance[1]!.toUpperCase(),
          nm: Number(distance[2]!.replace(',', '.'))
        };
      throw new Rejection(field, part, 'a distance like IVL 5.8, a radial like KOR 321°, or outer marker');
    });
}
