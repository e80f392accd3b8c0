/** Where a name stands by its point: so far to the side and down, written to end there or to begin there. */
export interface LabelPlace {
  dx: number;
  dy: number;
  end: boolean;
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Width of a letter of a name, and how far its letters reach above and below their line, px. */
const LETTER = { width: 8.5, above: 11, below: 3 };

/**
 * A place for each name by its point: the first of four corners where it covers no name placed before it, no point and no edge
 * of the picture; where every corner covers something, the one that covers least.
 * @param marks what should stay visible: the points themselves, and whatever else stands there
 * @param gap from the point to the name, px
 */
export function labelPlaces(
  named: readonly { x: number; y: number; name: string }[],
  marks: readonly { x: number; y: number }[],
  picture: { width: number; height: number },
  gap = 8
): LabelPlace[] {
  const corners: LabelPlace[] = [false, true].flatMap((end) =>
    [-6, 16].map((dy) => ({ dx: end ? -gap : gap, dy, end }))
  );
  const taken: Box[] = [];
  return named.map(({ x, y, name }) => {
    const width = name.length * LETTER.width;
    const tried = corners.map((corner) => {
      const left = x + corner.dx - (corner.end ? width : 0);
      const box: Box = {
        left,
        right: left + width,
        top: y + corner.dy - LETTER.above,
        bottom: y + corner.dy + LETTER.below
      };
      const names = taken.filter((other) => overlaps(box, other)).length;
      const covered = marks.filter((mark) => within(mark, box)).length;
      const outside =
        box.left < 2 || box.right > picture.width - 2 || box.top < 2 || box.bottom > picture.height - 2;
      return { corner, box, hits: 2 * names + covered + (outside ? 3 : 0) };
    });
    const best = tried.reduce((a, b) => (b.hits < a.hits ? b : a));
    taken.push(best.box);
    return best.corner;
  });
}

const overlaps = (a: Box, b: Box) =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
const within = ({ x, y }: { x: number; y: number }, box: Box) =>
  x > box.left - 3 && x < box.right + 3 && y > box.top - 3 && y < box.bottom + 3;
