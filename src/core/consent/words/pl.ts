// The question of consent, in Polish.
import type { ConsentWords } from "./catalog";

export const pl: ConsentWords = {
  title: "Czy możemy wczytać treści od innych?",
  text: "Niektóre części tej strony pochodzą od innych albo coś o Tobie pamiętają. Czekają, aż się zgodzisz.",
  accept: "Zaakceptuj wszystko",
  refuse: "Odrzuć wszystko",
  choose: "Wybierz",
  save: "Zapisz wybór",
  close: "Zamknij",
  toldTitle: "Co ta strona wczytuje",
  toldText: "Niektóre części pochodzą od innych albo coś o Tobie pamiętają. Możesz je odrzucić.",
  understood: "Dalej",
  doNotSell: "Nie sprzedawaj ani nie udostępniaj moich danych",
  again: "Wybór prywatności",
  policy: "Przeczytaj wszystko",
  takenBack: "Możesz to zmienić w każdej chwili w „Wybór prywatności”.",
  proof: "Twój wybór zapisano jako %1. Tym można go udowodnić.",
  profiling:
    "Niektóre mogą Cię rozpoznać, zlokalizować albo tworzyć Twój profil. Są wyłączone, dopóki ich nie włączysz.",
  things: ["jeden element", "elementów: %1"],
  always: "zawsze włączone",
  names: { needed: "Niezbędne", preferences: "Preferencje", statistics: "Statystyka", marketing: "Reklama" },
  about: {
    needed: "Bez nich strona nie działa.",
    preferences: "Pamiętają Twój wybór albo pokazują, co Ci pasuje.",
    statistics: "Liczą odwiedziny, by strona była lepsza.",
    marketing: "Pochodzą od innych, którzy mogą wiedzieć, co oglądasz.",
  },
};
