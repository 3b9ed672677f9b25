import { create } from "qrcode";

/** Text as a square code, drawn: no picture is fetched, no style written. */
export function QrCode({ text, says }: { readonly text: string; readonly says: string }) {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const { size } = modules;
  let path = "";
  for (let y = 0; y < size; y++) for (let x = 0; x < size; x++) if (modules.get(y, x)) path += `M${x} ${y}h1v1h-1z`;
  return (
    <svg viewBox={`-2 -2 ${size + 4} ${size + 4}`} role="img" aria-label={says}>
      <path d={path} fill="#000" />
    </svg>
  );
}
