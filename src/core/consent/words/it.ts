// The question of consent, in Italian.
import type { ConsentWords } from "./catalog";

export const it: ConsentWords = {
  title: "Possiamo caricare contenuti da altri?",
  text: "Alcune parti di questo sito vengono da altri o ricordano qualcosa di Lei. Aspettano il Suo sì.",
  accept: "Accetta tutto",
  refuse: "Rifiuta tutto",
  choose: "Scegli",
  save: "Salva questa scelta",
  close: "Chiudi",
  toldTitle: "Che cosa porta questo sito",
  toldText: "Alcune parti vengono da altri o ricordano qualcosa di Lei. Può rifiutarle.",
  understood: "Continua",
  doNotSell: "Non vendere né condividere i miei dati personali",
  again: "Scelte sulla privacy",
  policy: "Leggi tutto",
  takenBack: "Può cambiare in ogni momento in «Scelte sulla privacy».",
  proof: "La Sua scelta è conservata come %1. Con questo si può provare.",
  profiling: "Alcune possono identificarLa, localizzarLa o farne un profilo. Sono spente finché non le accende.",
  things: ["un elemento", "%1 elementi"],
  always: "sempre attivo",
  names: { needed: "Necessari", preferences: "Preferenze", statistics: "Statistiche", marketing: "Pubblicità" },
  about: {
    needed: "Senza, il sito non funziona.",
    preferences: "Ricordano le Sue scelte o mostrano ciò che Le conviene.",
    statistics: "Contano le visite per migliorare il sito.",
    marketing: "Vengono da altri, che possono sapere che cosa guarda.",
  },
};
