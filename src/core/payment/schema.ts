// What may be set up of a way to be paid.
import { isValidBIC, isValidIBAN } from "ibantools";
import Joi from "joi";
import { lineSchema } from "@/core/input/text";
import { largestAmount } from "@/core/money/read";
import { type ConnectorKind, type ConnectorSettings, connectorKinds, connectors } from "./connectors";

const plain = (value: string) => value.replace(/[\s-]/g, "").toUpperCase();

/** What keeps an account's number from being one, as a sentence; "" for nothing. */
export const ibanFault = (value: string): string =>
  isValidIBAN(plain(value))
    ? ""
    : "This is no IBAN: two letters, two digits, and the number. Is one of them missing or swapped?";

const fieldSchemas: Readonly<Record<keyof ConnectorSettings, Joi.Schema>> = {
  words: Joi.string().allow("").max(600).required(),
  owner: lineSchema(70).allow("").required(),
  iban: Joi.string()
    .allow("")
    .max(60)
    .custom((value: string, helpers) => {
      const fault = ibanFault(value);
      return fault ? helpers.message({ custom: fault }) : plain(value);
    })
    .required(),
  bic: Joi.string()
    .allow("")
    .max(20)
    .custom((value: string, helpers) =>
      isValidBIC(plain(value)) ? plain(value) : helpers.message({ custom: "This is no BIC: it has 8 or 11 signs." }),
    )
    .required(),
  days: Joi.number().integer().min(0).max(120).required().messages({ "number.max": "At most 120 days." }),
  most: Joi.number()
    .integer()
    .min(1)
    .max(largestAmount)
    .allow(null)
    .required()
    .messages({ "number.min": "An amount is more than nothing." }),
};

export const connectorSettingsSchema = Joi.object<ConnectorSettings>(fieldSchemas);

export const connectorKindSchema = Joi.string().valid(...connectorKinds);

/** Fields that have to be filled before it can be used, and are not. */
export const missingFields = (kind: ConnectorKind, settings: ConnectorSettings): readonly (keyof ConnectorSettings)[] =>
  connectors[kind].needs.filter((field) => settings[field] === "");
