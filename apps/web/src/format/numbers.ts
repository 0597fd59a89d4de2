/** Fixed decimals and grouped digits, with a real minus sign, so that columns line up and change without jumping. */
export function fixed(value: number, decimals: number): string {
  if (!Number.isFinite(value)) return Number.isNaN(value) ? "—" : value > 0 ? "∞" : "−∞";
  const text = formatter(decimals).format(value);
  return /^-0(\.0+)?$/.test(text) ? text.slice(1) : text.replace("-", "−");
}

const formatters = new Map<number, Intl.NumberFormat>();

function formatter(decimals: number): Intl.NumberFormat {
  let made = formatters.get(decimals);
  if (!made) {
    made = new Intl.NumberFormat("en-US", { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
    formatters.set(decimals, made);
  }
  return made;
}

/** Small bounds and steps: three significant digits, with an exponent where decimals would hide them. */
export function small(value: number): string {
  if (value === 0) return "0";
  if (Math.abs(value) >= 1e-4 && Math.abs(value) < 1e6) return withMinus(String(Number(value.toPrecision(3))));
  return withMinus(value.toExponential(2));
}

function withMinus(text: string): string {
  return text.replaceAll("-", "−");
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${fixed(count, 0)} ${count === 1 ? one : many}`;
}
