/**
 * Mixes one pool of rod and melted base metal, (1 - D) rod + D base, without allocating. The target may be the rod
 * itself.
 * @param rod composition in element order starting at `rodOffset`, mass percent
 * @param base composition in element order starting at `baseOffset`, mass percent
 * @param dilution fraction of base metal, 0 to 1
 * @param target receives the pool from its first position on; its length is the number of elements
 */
export function mixPool(
  rod: Float64Array,
  rodOffset: number,
  base: Float64Array,
  baseOffset: number,
  dilution: number,
  target: Float64Array,
): void {
  const rodShare = 1 - dilution;
  for (let element = 0; element < target.length; element++)
    target[element] =
      rodShare * (rod[rodOffset + element] as number) + dilution * (base[baseOffset + element] as number);
}
