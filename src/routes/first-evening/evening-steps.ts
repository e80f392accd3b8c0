/** What is flown on the first evening, in its order. */
export const EVENING_TASKS = [
  {
    task: 'straight-and-level',
    name: 'Straight and level',
    about:
      'Three minutes. The altitude, the heading and the speed you begin with are the ones to keep. Look at the attitude, then at one other instrument, then back. Small corrections, then wait.'
  },
  {
    task: 'standard-rate-turns',
    name: 'One turn',
    about:
      'Bank until the turn coordinator stands on its mark, and a little back pressure so that the altitude stays. Begin to roll out before the heading is there: by half the bank.'
  },
  {
    task: 'constant-speed-climb',
    name: 'A climb and a descent',
    about:
      'Power and nose together; then the nose alone holds the speed. Begin to level off before the altitude is there: by a tenth of the rate.'
  }
] as const;
