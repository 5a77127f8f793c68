// Words of questions to tables, in German.
import type { TableWords } from "./catalog";
import { heat, money, size, time } from "./shared";

export const de: TableWords = {
  under: ["unter", "weniger als", "billiger als", "gunstiger als"],
  over: ["uber", "mehr als", "hoher als", "heisser als", "langer als"],
  atMost: ["bis", "bis zu", "hochstens", "maximal"],
  atLeast: ["mindestens", "ab"],
  between: ["zwischen"],
  and: ["und", "bis"],
  extremes: [
    {
      words: ["billigste", "gunstigste", "billigsten", "gunstigsten", "billigster", "gunstigster"],
      least: true,
      of: money,
    },
    { words: ["teuerste", "teuersten", "teuerster"], least: false, of: money },
    { words: ["heisseste", "heissesten"], least: false, of: heat },
    { words: ["langste", "langsten"], least: false, of: [...time, ...size] },
    { words: ["kurzeste", "kurzesten"], least: true, of: [...time, ...size] },
    { words: ["grosste", "grossten", "hochste", "hochsten"], least: false, of: [] },
    { words: ["kleinste", "kleinsten", "niedrigste", "niedrigsten"], least: true, of: [] },
  ],
  count: ["wie viele", "wieviele"],
  asks: [
    { words: ["wie heiss", "welche temperatur", "wie viel grad"], of: heat },
    { words: ["wie viel", "wieviel", "was kostet", "preis", "kostet"], of: money },
    { words: ["wie lange"], of: time },
    { words: ["wann"], of: ["days"] },
  ],
  who: ["wer", "wen"],
  days: ["montag", "dienstag", "mittwoch", "donnerstag", "freitag", "samstag", "sonntag"],
  plain: ["arbeitet", "gibt", "brennt", "brennen", "kostet", "kosten", "geht", "frei"],
};
