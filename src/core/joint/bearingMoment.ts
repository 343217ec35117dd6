/**
 * Moment that a spacer adds to the wheel bearing, N·m: Fz·s. Informational: some say bearings do not notice a few
 * millimetres, others that they wear out sooner. Source: statics.
 * @param wheelLoad N
 * @param spacer mm
 */
export const addedBearingMoment = (wheelLoad: number, spacer: number): number => (wheelLoad * spacer) / 1000;

/**
 * Lever of the wheel load about the bearing's middle, with over without the spacer.
 * @param lever present distance from the bearing's middle to the wheel's load line, mm; not zero
 */
export const leverRatio = (lever: number, spacer: number): number => (lever + spacer) / lever;
