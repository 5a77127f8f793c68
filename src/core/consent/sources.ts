// Where each demand of a rule comes from: the law, and its article or section.
import type { Obligation, RegionKey } from "./rules";

export interface Source {
  readonly law: string;
  /** Article, section or paragraph. */
  readonly at: string;
}

/** One demand of a rule with where it comes from. */
export interface Demand {
  readonly on: "before" | "later" | "asEasy" | "ticks" | "signal" | "holds" | "close" | "implied" | Obligation;
  readonly source: Source;
}

const ePrivacy = "Directive 2002/58/EC (ePrivacy)";
const gdpr = "Regulation (EU) 2016/679 (GDPR)";
const pecr = "Privacy and Electronic Communications Regulations 2003 (UK)";
const ukGdpr = "UK GDPR";
const swissTelecom = "Telecommunications Act (Switzerland, FMG)";
const swissData = "Federal Act on Data Protection (Switzerland, FADP)";
const lgpd = "Lei nº 13.709/2018 (LGPD, Brazil)";
const law25 = "Act respecting the protection of personal information in the private sector (Quebec, CQLR c. P-39.1)";
const pipeda = "Personal Information Protection and Electronic Documents Act (Canada)";
const ccpa = "California Civil Code (CCPA)";
const ccpaRules = "California Code of Regulations, title 11";
const colorado = "Colorado Privacy Act, C.R.S.";
const connecticut = "Connecticut General Statutes";

const from = (on: Demand["on"], law: string, at: string): Demand => ({ on, source: { law, at } });

export const demands: Readonly<Record<Exclude<RegionKey, "elsewhere">, readonly Demand[]>> = {
  eu: [
    from("before", ePrivacy, "Article 5(3)"),
    from("asEasy", gdpr, "Article 7(3) and 4(11)"),
    from("ticks", gdpr, "Recital 32; Court of Justice C-673/17, paragraph 65"),
    from("holds", "CNIL, deliberation 2020-092 of 17 September 2020", "paragraph 35"),
    from("close", gdpr, "Article 4(11): a clear affirmative action"),
    from("implied", gdpr, "Recital 32: silence is no consent"),
    from("purposes", gdpr, "Article 13(1)(c)"),
    from("others", gdpr, "Article 13(1)(e)"),
    from("takenBack", gdpr, "Article 7(3)"),
    from("policy", gdpr, "Article 12(1)"),
  ],
  uk: [
    from("before", pecr, "Regulation 6(1) and (2)"),
    from("asEasy", ukGdpr, "Article 7(3)"),
    from("ticks", ukGdpr, "Article 4(11), Recital 32"),
    from("holds", ukGdpr, "Article 5(1)(e)"),
    from("close", ukGdpr, "Article 4(11)"),
    from("implied", ukGdpr, "Recital 32"),
    from("purposes", pecr, "Regulation 6(2)(a)"),
    from("others", ukGdpr, "Article 13(1)(e)"),
    from("takenBack", ukGdpr, "Article 7(3)"),
    from("policy", ukGdpr, "Article 12(1)"),
  ],
  ch: [
    from("later", swissTelecom, "Article 45c letter b"),
    from("purposes", swissTelecom, "Article 45c letter b"),
    from("takenBack", swissTelecom, "Article 45c letter b: that it may be refused"),
    from("policy", swissData, "Article 19"),
    from("holds", swissData, "Article 6(4)"),
  ],
  br: [
    from("before", lgpd, "Article 7, I, and Article 5, XII"),
    from("asEasy", lgpd, "Article 8, § 5; ANPD, Guia orientativo: Cookies (2022)"),
    from("ticks", lgpd, "Article 5, XII: free, informed and unambiguous"),
    from("holds", lgpd, "Article 15, I"),
    from("close", lgpd, "Article 8, caput"),
    from("implied", lgpd, "Article 8, § 4: generic consent is void"),
    from("purposes", lgpd, "Article 8, § 4, and Article 9, I"),
    from("others", lgpd, "Article 9, V"),
    from("takenBack", lgpd, "Article 8, § 5, and Article 9, § 2"),
    from("policy", lgpd, "Article 9, caput"),
  ],
  quebec: [
    from("before", law25, "section 8.1: identifying, locating and profiling are off until switched on"),
    from("asEasy", law25, "section 14: manifest, free and enlightened"),
    from("ticks", law25, "section 14: given for specific purposes, apart from other information"),
    from("holds", law25, "section 14: valid only for the time necessary"),
    from("close", law25, "section 14: manifest"),
    from("implied", law25, "section 8.1"),
    from("purposes", law25, "section 8, paragraph 1"),
    from("others", law25, "section 8, paragraph 2"),
    from("takenBack", law25, "section 8, paragraph 1(4)"),
    from("policy", law25, "section 8.2"),
    from("profiling", law25, "section 8.1"),
  ],
  canada: [
    from("later", pipeda, "Schedule 1, clause 4.3.6, and section 6.1"),
    from("purposes", pipeda, "Schedule 1, clause 4.2"),
    from("others", pipeda, "section 6.1"),
    from("takenBack", pipeda, "Schedule 1, clause 4.3.8"),
    from("policy", pipeda, "Schedule 1, clause 4.8"),
    from("holds", pipeda, "Schedule 1, clause 4.5"),
  ],
  states: [
    from("later", ccpa, "section 1798.120(a)"),
    from("asEasy", ccpaRules, "section 7004(a)(2): symmetry in choice"),
    from("signal", ccpaRules, "section 7025(b) and (c)"),
    from("signal", colorado, "section 6-1-1306(1)(a)(IV)"),
    from("signal", connecticut, "section 42-520(e)(1)(A)(ii)"),
    from("holds", ccpa, "section 1798.135(c)(4): twelve months until asking again"),
    from("purposes", ccpa, "section 1798.100(a)(1)"),
    from("others", ccpa, "section 1798.110(c)(4)"),
    from("policy", ccpa, "section 1798.130(a)(5)"),
    from("doNotSell", ccpa, "section 1798.135(a)(1)"),
  ],
};
