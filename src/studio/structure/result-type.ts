// How results of search engines are set, and how wide what they show of a title and of a description is at most: one line of
// the one, two of the other.
export const resultFamily = "Arial, 'Liberation Sans', sans-serif";

export const result = {
  title: { font: `20px ${resultFamily}`, mostPx: 580 },
  description: { font: `14px ${resultFamily}`, mostPx: 920 },
} as const;
