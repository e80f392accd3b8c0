import { EigenvalueDecomposition, Matrix } from 'ml-matrix';

/** One natural motion of an airplane about its trim. */
export interface Mode {
  name: 'short period' | 'phugoid' | 'Dutch roll' | 'roll' | 'spiral' | 'engine';
  /** Eigenvalue: real part (1/s, negative dies away) and imaginary part (rad/s, ≥ 0). */
  real_ps: number;
  imaginary_radps: number;
  naturalFrequency_radps: number;
  dampingRatio: number;
  /** Time of one swing; null when it does not swing. */
  period_s: number | null;
  /** Time to half the size, or, growing, to double (negative). */
  halving_s: number;
}

/** Modes of a motion in u, w, pitch rate, pitch (and engine states after those), by their frequencies. */
export function longitudinalModes(matrix: readonly (readonly number[])[]): Mode[] {
  const modes = modesOf(matrix);
  const swinging = modes
    .filter((mode) => mode.imaginary_radps > 0)
    .sort((a, b) => b.naturalFrequency_radps - a.naturalFrequency_radps);
  if (swinging[0]) swinging[0].name = 'short period';
  if (swinging.length > 1) swinging.at(-1)!.name = 'phugoid';
  return modes;
}

/** Modes of a motion in v, roll rate, yaw rate, bank. */
export function lateralModes(matrix: readonly (readonly number[])[]): Mode[] {
  const modes = modesOf(matrix);
  const swinging = modes.find((mode) => mode.imaginary_radps > 0);
  if (swinging) swinging.name = 'Dutch roll';
  const steady = modes
    .filter((mode) => mode.imaginary_radps === 0)
    .sort((a, b) => Math.abs(b.real_ps) - Math.abs(a.real_ps));
  if (steady[0]) steady[0].name = 'roll';
  if (steady.length > 1) steady.at(-1)!.name = 'spiral';
  return modes;
}

/** Eigenvalues of a system matrix, one mode for each real one and each conjugate pair, quickest first. */
function modesOf(matrix: readonly (readonly number[])[]): Mode[] {
  const { realEigenvalues, imaginaryEigenvalues } = new EigenvalueDecomposition(
    new Matrix(matrix.map((row) => [...row]))
  );
  return realEigenvalues
    .map((real_ps, i) => ({ real_ps, imaginary_radps: tidy(imaginaryEigenvalues[i]!) }))
    .filter(({ imaginary_radps }) => imaginary_radps >= 0)
    .map(({ real_ps, imaginary_radps }) => {
      const size = Math.hypot(real_ps, imaginary_radps);
      return {
        name: 'engine' as const,
        real_ps,
        imaginary_radps,
        naturalFrequency_radps: size,
        dampingRatio: size > 0 ? -real_ps / size : 0,
        period_s: imaginary_radps > 0 ? (2 * Math.PI) / imaginary_radps : null,
        halving_s: real_ps === 0 ? Infinity : Math.LN2 / -real_ps
      };
    })
    .sort((a, b) => b.naturalFrequency_radps - a.naturalFrequency_radps);
}

function tidy(imaginary: number): number {
  return Math.abs(imaginary) < 1e-9 ? 0 : imaginary;
}
