// The pixels of a picture, to be measured.
import { useEffect, useState } from "react";

/** So many pixels wide and high a picture is measured. */
const measuredPx = 48;

/** The pixels of a picture, made small; null until they are there. */
export function usePixels(address: string): Uint8ClampedArray | null {
  const [pixels, setPixels] = useState<{ address: string; data: Uint8ClampedArray } | null>(null);
  useEffect(() => {
    let gone = false;
    const image = new Image();
    image.onload = () => {
      const canvas = document.createElement("canvas");
      canvas.width = measuredPx;
      canvas.height = measuredPx;
      const context = canvas.getContext("2d", { willReadFrequently: true });
      if (!context || gone) return;
      context.drawImage(image, 0, 0, measuredPx, measuredPx);
      setPixels({ address, data: context.getImageData(0, 0, measuredPx, measuredPx).data });
    };
    image.src = address;
    return () => {
      gone = true;
    };
  }, [address]);
  return pixels?.address === address ? pixels.data : null;
}
