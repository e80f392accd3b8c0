/** How near and from where a drawing is seen: moved by wheel, drag, pinch, and by keys and buttons. */
export class Zoomed {
  view = $state.raw({ x: 0, y: 0, k: 1 });
  private by: ((factor: number) => void) | null = null;
  private toWhole: (() => void) | null = null;

  /** @param extent farthest and nearest, as factors */
  constructor(private readonly extent: [farthest: number, nearest: number]) {}

  /** To be attached to the drawing. What moves it is fetched then, so that no page waits for it. */
  readonly attach = (svg: SVGSVGElement): (() => void) => {
    let gone = false;
    void Promise.all([import('d3-selection'), import('d3-zoom')]).then(
      ([{ select }, { zoom, zoomIdentity }]) => {
        if (gone) return;
        const zooming = zoom<SVGSVGElement, unknown>().scaleExtent(this.extent);
        zooming.on('zoom', ({ transform }: { transform: { x: number; y: number; k: number } }) => {
          this.view = { x: transform.x, y: transform.y, k: transform.k };
        });
        const drawing = select(svg);
        drawing.call(zooming);
        this.by = (factor) => void drawing.call(zooming.scaleBy, factor);
        this.toWhole = () => void drawing.call(zooming.transform, zoomIdentity);
      }
    );
    return () => (gone = true);
  };

  nearer(factor: number): void {
    this.by?.(factor);
  }

  whole(): void {
    this.toWhole?.();
  }

  /** A place of the drawing as it is seen. */
  apply([x, y]: readonly [number, number]): { x: number; y: number } {
    return { x: x * this.view.k + this.view.x, y: y * this.view.k + this.view.y };
  }
}
