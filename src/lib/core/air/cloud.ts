import { figure } from '../measure/figure';

/** An overcast. Heights of all layers in one outlook have the same zero: the ground, touchdown or the sea. */
export interface CloudLayer {
  base_ft: number;
  /** Infinity: above where anybody flies. */
  top_ft: number;
}

/** From here up above an airport there is no cloud to speak of: it is reported clear, and is. */
export const SKY_CLEAR_FT = 5000;

/** A layer thinner than this is no overcast, and two layers nearer to each other are one. */
export const LEAST_LAYER_FT = 200;

/** Where an eye at a height is: within a layer, or between what it sees above and below. */
export interface AmongClouds {
  within: CloudLayer | null;
  /** The next above; null: clear sky. */
  above: CloudLayer | null;
  /** The next below; null: the ground. */
  below: CloudLayer | null;
}

/** @param layers rising, not overlapping; base and top themselves are outside the cloud */
export function amongClouds(layers: readonly CloudLayer[], height_ft: number): AmongClouds {
  return {
    within: layers.find(({ base_ft, top_ft }) => base_ft < height_ft && height_ft < top_ft) ?? null,
    above: layers.find(({ base_ft }) => base_ft >= height_ft) ?? null,
    below: layers.findLast(({ top_ft }) => top_ft <= height_ft) ?? null
  };
}

/** Why such layers cannot hang there, told of the first top or base that would have to change; null: they can. */
export function cloudProblem(
  layers: readonly CloudLayer[]
): { layer: number; of: 'base_ft' | 'top_ft'; message: string } | null {
  for (const [layer, { base_ft, top_ft }] of layers.entries()) {
    const under = layers[layer - 1];
    if (under && base_ft < under.top_ft + LEAST_LAYER_FT)
      return {
        layer,
        of: 'base_ft',
        message: `The layer below has its top at ${figure(under.top_ft)} ft: the next begins at ${figure(under.top_ft + LEAST_LAYER_FT)} ft or higher.`
      };
    if (top_ft < base_ft + LEAST_LAYER_FT)
      return {
        layer,
        of: 'top_ft',
        message: `The cloud has its base at ${figure(base_ft)} ft: its top lies at ${figure(base_ft + LEAST_LAYER_FT)} ft or higher.`
      };
  }
  return null;
}
