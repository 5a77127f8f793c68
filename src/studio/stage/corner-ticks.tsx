// Crop marks: four corner ticks around something, in px of the screen.

export interface TickBox {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export function CornerTicks({
  box: { left, top, right, bottom },
  tickPx,
  faint = false,
}: {
  box: TickBox;
  tickPx: number;
  faint?: boolean;
}) {
  const corner = (x: number, y: number, dx: number, dy: number) => `M${x + dx * tickPx} ${y}H${x}V${y + dy * tickPx}`;
  return (
    <svg
      aria-hidden="true"
      width="100%"
      height="100%"
      style={{ position: "absolute", inset: 0, overflow: "visible", pointerEvents: "none", opacity: faint ? 0.45 : 1 }}
    >
      <path
        d={[
          corner(left, top, 1, 1),
          corner(right, top, -1, 1),
          corner(left, bottom, 1, -1),
          corner(right, bottom, -1, -1),
        ].join("")}
        stroke="var(--chakra-colors-mark)"
        strokeWidth="2"
        fill="none"
      />
    </svg>
  );
}
