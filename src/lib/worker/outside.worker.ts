/// <reference lib="webworker" />
import type { Pen } from '$lib/panel/falling';
import { drawOutside, type OutsidePicture } from '$lib/panel/outside-picture';

let pen: Pen | null = null;

/** Is given the canvas, and then one picture after the other. */
onmessage = ({ data }: MessageEvent<OffscreenCanvas | OutsidePicture>) => {
  if (data instanceof OffscreenCanvas) pen = data.getContext('2d');
  else if (pen) drawOutside(pen, data);
};
