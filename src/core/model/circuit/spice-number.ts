const SCALE: Record<string, number> = { t: 1e12, g: 1e9, meg: 1e6, k: 1e3, m: 1e-3, u: 1e-6, n: 1e-9, p: 1e-12 };

/** A number with the scale letters that circuit decks use (`meg` is 1e6, `m` is 1e-3); `undefined` when it is not one. */
export function parseSpiceNumber(text: string): number | undefined {
  const match = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)(meg|[tgkmunp])?(?:ohms?|v)?$/i.exec(text);
  if (!match) return undefined;
  const value = Number(match[1]) * (SCALE[match[2]?.toLowerCase() ?? ""] ?? 1);
  return Number.isFinite(value) ? value : undefined;
}
