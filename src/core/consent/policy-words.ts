import { de } from "./policy-words/de";
import { en } from "./policy-words/en";
import { es } from "./policy-words/es";
import { fr } from "./policy-words/fr";
import { it } from "./policy-words/it";
import { nl } from "./policy-words/nl";
import { pl } from "./policy-words/pl";
import { pt } from "./policy-words/pt";
import { sv } from "./policy-words/sv";

export const policyWords = { en, de, fr, es, it, pt, nl, pl, sv };
