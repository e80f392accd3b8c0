/** Height the earth falls away by, ft per NM²: by geometry alone (d² ÷ 2R), and with the standard bending of light and radio. */
export const CURVATURE_FT_PER_NM2 = { geometric: 0.8835, refracted: 0.66 } as const;
