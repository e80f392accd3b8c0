/** One figure by which attempts of a drill are laid side by side. */
export interface ComparableFigure {
  id: string;
  name: string;
  unit: string;
  decimals: number;
  value: number;
  /** What is better: more, less, or nearer zero. */
  better: 'more' | 'less' | 'zero';
}
