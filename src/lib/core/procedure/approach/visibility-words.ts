import { figure } from '../../measure/figure';

/** Visibility in statute miles as charts write it: ½, ¾, 1, 1 ¼. */
export function visibilityWords(visibility_sm: number): string {
  const whole = Math.floor(visibility_sm);
  const part = { 0.25: '¼', 0.5: '½', 0.75: '¾' }[visibility_sm - whole];
  if (visibility_sm !== whole && !part) return `${figure(visibility_sm, 2)} SM`;
  return `${[whole > 0 || !part ? String(whole) : '', part ?? ''].filter(Boolean).join(' ')} SM`;
}
