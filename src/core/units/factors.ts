/**
 * Exact conversion factors. Sources: international yard and pound agreement of 1959 (1 in = 25.4 mm,
 * 1 lb = 0.45359237 kg) and standard gravity 9.80665 m/s² (3rd CGPM, 1901). All are exact by definition.
 */
export const MM_PER_INCH = 25.4;
/** Newtons in a kilogram-force, and so newton metres in a kilogram-force metre. */
export const N_PER_KGF = 9.80665;
export const NM_PER_KGF_M = N_PER_KGF;
export const N_PER_LBF = 0.45359237 * N_PER_KGF;
export const NM_PER_LBF_FT = N_PER_LBF * 0.3048;

/** Millimetres to inches. */
export const mmToInch = (mm: number): number => mm / MM_PER_INCH;
/** Inches to millimetres. */
export const inchToMm = (inch: number): number => inch * MM_PER_INCH;
/** Newton metres to pound-force feet. */
export const nmToLbfFt = (nm: number): number => nm / NM_PER_LBF_FT;
/** Pound-force feet to newton metres. */
export const lbfFtToNm = (lbfFt: number): number => lbfFt * NM_PER_LBF_FT;
/** Newtons to pounds-force. */
export const nToLbf = (n: number): number => n / N_PER_LBF;
