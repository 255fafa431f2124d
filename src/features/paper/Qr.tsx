import QRCode from "qrcode";
import { memo } from "react";

/** A QR code as one drawn path, dark on light whatever the scheme, with the quiet edge it needs. */
export const Qr = memo(function Qr({ text, size }: { readonly text: string; readonly size: number }) {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: "M" });
  const side = modules.size;
  let d = "";
  for (let row = 0; row < side; row += 1)
    for (let column = 0; column < side; column += 1)
      if (modules.get(row, column)) d += `M${column} ${row}h1v1h-1z`;
  return (
    <svg
      width={size}
      height={size}
      viewBox={`-2 -2 ${side + 4} ${side + 4}`}
      role="img"
      aria-label={`QR code: ${text}`}
      shapeRendering="crispEdges"
    >
      <rect x={-2} y={-2} width={side + 4} height={side + 4} fill="#fff" />
      <path d={d} fill="#000" />
    </svg>
  );
});
