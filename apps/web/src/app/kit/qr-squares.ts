import { create } from 'qrcode';

/** Squares of a picture for cameras, row by row: filled or not (ISO/IEC 18004, a seventh may be damaged). */
export function qrSquares(text: string): { readonly size: number; readonly data: Uint8Array } {
  return create(text, { errorCorrectionLevel: 'M' }).modules;
}
