/**
 * Nearer to a station than this its needle runs away from anybody and says nothing that can be flown: the heading is held, NM.
 * At a hundred knots it is some twenty-five seconds.
 */
export const NEAR_STATION_NM = 0.7;
