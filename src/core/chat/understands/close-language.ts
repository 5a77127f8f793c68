/** Languages in which one can be addressed closely: "du", "tu". */
export const closeLanguages = ["de", "fr"] as const;

export type CloseLanguage = (typeof closeLanguages)[number];
