// How long a clip is, for people and for machines; and which shape it has where nobody says.

/** Width by height: 16 by 9. */
export const usualRatio = 1.7778;

const two = (value: number) => String(value).padStart(2, "0");

/** "0:12", "1:02:05". */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}

/** "PT1M15S" (ISO 8601-1, 5.5.2.2). */
export const isoLength = (seconds: number): string => {
  const whole = Math.max(0, Math.round(seconds));
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor((whole % 3600) / 60), whole % 60];
  return `PT${h ? `${h}H` : ""}${m ? `${m}M` : ""}${s || !(h || m) ? `${s}S` : ""}`;
};

/** "1 minute 15 seconds" in a language, for those who hear it read. */
export function spokenLength(seconds: number, language: string): string {
  const whole = Math.max(0, Math.round(seconds));
  const parts: [number, "hour" | "minute" | "second"][] = [
    [Math.floor(whole / 3600), "hour"],
    [Math.floor((whole % 3600) / 60), "minute"],
    [whole % 60, "second"],
  ];
  return parts
    .filter(([value], at) => value > 0 || (at === 2 && whole === 0))
    .map(([value, unit]) => new Intl.NumberFormat(language, { style: "unit", unit, unitDisplay: "long" }).format(value))
    .join(" ");
}
