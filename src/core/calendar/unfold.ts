// The bytes of a calendar file as text. Lines are folded by octets, so a fold may stand inside a letter: they are put
// together before anything is decoded (RFC 5545, 3.1).

const [carriageReturn, lineFeed, space, tab] = [13, 10, 32, 9];

/** The text with its lines whole, parted by LF. Lines may end with CRLF, LF or CR alone. */
export function unfold(file: Uint8Array): string {
  const whole = new Uint8Array(file.length);
  let length = 0;
  for (let at = 0; at < file.length; at++) {
    const byte = file[at] as number;
    if (byte !== carriageReturn && byte !== lineFeed) {
      whole[length++] = byte;
      continue;
    }
    if (byte === carriageReturn && file[at + 1] === lineFeed) at += 1;
    const next = file[at + 1];
    if (next === space || next === tab) at += 1;
    else if (length && whole[length - 1] !== lineFeed) whole[length++] = lineFeed;
  }
  return new TextDecoder().decode(whole.subarray(0, length));
}
