/** A Markdown table. @param rows cells by row, already text */
export function table(head: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const clean = (cell: string | number): string => String(cell).replace(/\|/g, '\\|');
  return [
    `| ${head.map(clean).join(' | ')} |`,
    `| ${head.map(() => '---').join(' | ')} |`,
    ...rows.map((row) => `| ${row.map(clean).join(' | ')} |`),
  ].join('\n');
}

/** A number with a fixed count of decimals and a true minus sign. */
export const fixed = (value: number, decimals = 1): string => value.toFixed(decimals).replace('-', '−');
