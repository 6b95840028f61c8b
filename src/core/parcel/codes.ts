/** What stands in bars on a label until a carrier's own code does. @example labelCode(126) // 'ORDER-126' */
export const labelCode = (orderNumber: number): string => `ORDER-${orderNumber}`;

/** What stands in bars on a pick slip. @example pickCode(126) // 'PICK-126' */
export const pickCode = (orderNumber: number): string => `PICK-${orderNumber}`;

/**
 * The order that a code read from a label or a slip belongs to; nothing: it is another kind of code.
 *
 * @example orderOfCode('pick-126') // 126
 */
export function orderOfCode(code: string): number | null {
  const found = /^(?:ORDER|PICK)-(\d{1,9})$/i.exec(code.trim());
  return found ? Number(found[1]) : null;
}
