/** Common spacer sizes, mm. Common practice, no source. */
export const METRIC_SIZES_MM: readonly number[] = [3, 5, 8, 10, 12, 12.5, 13, 14, 15, 18, 20, 25, 30];

/** ⅛, ¼, ½, ¾, 1, 1¼ and 1½ inch in mm. Common practice, no source. */
export const INCH_SIZES_MM: readonly number[] = [1 / 8, 1 / 4, 1 / 2, 3 / 4, 1, 1.25, 1.5].map((inch) => inch * 25.4);
