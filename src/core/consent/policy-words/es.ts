// The policy of what a site brings in, in Spanish.
import type { PolicyWords } from "./catalog";

export const es: PolicyWords = {
  what: "Qué, y de quién",
  why: "Para qué",
  stays: "Cuánto tiempo queda",
  nothingLeft: "No deja nada",
  untilRemoved: "Hasta que usted lo borre",
  whileOpen: "Mientras el navegador esté abierto",
  days: ["Un día", "%1 días"],
  nothing: "Este sitio no trae nada de fuera.",
  page: "Opciones de privacidad",
};
