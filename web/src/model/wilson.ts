const Z = 1.959963984540054;

/**
 * The 95 % Wilson score interval of a part of a counted whole, as the server gives it for pooled shares. E. B. Wilson, JASA 22 (1927).
 */
export function wilson(part: number, whole: number): { low: number; high: number } {
  const share = part / whole;
  const centre = share + (Z * Z) / (2 * whole);
  const reach = Z * Math.sqrt((share * (1 - share)) / whole + (Z * Z) / (4 * whole * whole));
  const scale = 1 + (Z * Z) / whole;
  return { low: Math.max(0, (centre - reach) / scale), high: Math.min(1, (centre + reach) / scale) };
}
