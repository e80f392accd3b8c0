/** Every other picture's frame while time runs: what moves slowly is drawn half as often. */
export function everyOther<Frame>(read: () => { newest: Frame | null; flying: boolean }): () => Frame | null {
  let pictures = 0;
  let kept: Frame | null = null;
  return () => {
    // Read before anything is decided: what is not read is not followed.
    const { newest, flying } = read();
    if (!flying || kept === null || pictures++ % 2 === 0) kept = newest;
    return kept;
  };
}
