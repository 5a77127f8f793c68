// Words of the button that stops a film behind a section, by language.

export const groundWords = {
  en: { pause: "Stop the film", play: "Play the film" },
  de: { pause: "Film anhalten", play: "Film abspielen" },
  fr: { pause: "Arrêter le film", play: "Lire le film" },
} as const;
