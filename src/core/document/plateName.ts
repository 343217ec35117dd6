/** A number plate as part of a file’s name: “DN-09-HRN”. */
export const plateName = (plate: string): string => plate.replace(/[^A-Za-z0-9]+/g, '-');
