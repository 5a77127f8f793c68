// The policy of what a site brings in, in Portuguese.
import type { PolicyWords } from "./catalog";

export const pt: PolicyWords = {
  what: "O quê, e de quem",
  why: "Para quê",
  stays: "Quanto tempo fica",
  nothingLeft: "Não deixa nada",
  untilRemoved: "Até você remover",
  whileOpen: "Enquanto o navegador estiver aberto",
  days: ["Um dia", "%1 dias"],
  nothing: "Este site não traz nada de fora.",
  page: "Opções de privacidade",
};
