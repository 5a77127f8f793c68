// Words of videos on pages, by language.

export const videoWords = {
  en: {
    play: "Play: %1",
    playPlain: "Play the video",
    again: "Again",
    close: "Close",
    next: "Next video",
    before: "Video before",
    pause: "Pause",
    resume: "Play",
    chapters: "Chapters",
    frame: "Video: %1",
    hears: "Playing it loads it from %1, this once.",
    leaves: "Playing it loads it, this once, from %1, which then keeps %2 in your browser.",
    cookies: ["%1 thing", "%1 things"],
    failed: "It could not be loaded. Try again, or open it at %1.",
  },
  de: {
    play: "Abspielen: %1",
    playPlain: "Video abspielen",
    again: "Noch einmal",
    close: "Schließen",
    next: "Nächstes Video",
    before: "Voriges Video",
    pause: "Anhalten",
    resume: "Abspielen",
    chapters: "Kapitel",
    frame: "Video: %1",
    hears: "Beim Abspielen wird es, nur dieses Mal, von %1 geladen.",
    leaves: "Beim Abspielen wird es, nur dieses Mal, von %1 geladen, das dann %2 in Ihrem Browser ablegt.",
    cookies: ["%1 Eintrag", "%1 Einträge"],
    failed: "Es konnte nicht geladen werden. Versuchen Sie es noch einmal oder öffnen Sie es bei %1.",
  },
  fr: {
    play: "Lire : %1",
    playPlain: "Lire la vidéo",
    again: "Revoir",
    close: "Fermer",
    next: "Vidéo suivante",
    before: "Vidéo précédente",
    pause: "Pause",
    resume: "Lire",
    chapters: "Chapitres",
    frame: "Vidéo : %1",
    hears: "La lecture la charge, pour cette fois, depuis %1.",
    leaves: "La lecture la charge, pour cette fois, depuis %1, qui garde alors %2 dans votre navigateur.",
    cookies: ["%1 élément", "%1 éléments"],
    failed: "Elle n’a pas pu être chargée. Réessayez, ou ouvrez-la chez %1.",
  },
} as const;

/** Those that the script of a playing video needs. */
export const spokenWords = ["again", "close", "next", "before", "pause", "resume", "failed"] as const;
export type SpokenWords = Readonly<Record<(typeof spokenWords)[number], string>>;
