// The pages of the payment stand-in: where a payer gives a card's number, agrees at a bank, or types a code; and where a shop's owner
// opens an account and reads its keys, once.
import { moneyWords } from "@/core/money/money";
import { escapeText, html, type Piece } from "../answer";
import { behaviourNames, behaviours, testCards } from "./behaviours";
import type { AccountKeys } from "./service";
import type { Payment } from "./store";

const css =
  "body{font:16px/1.5 system-ui,sans-serif;color:#1d2430;background:#fff;margin:0 auto;padding:20px;max-width:30rem}h1{font-size:1.2rem;margin:0 0 .3rem}p{margin:.4rem 0 1rem}label{display:block;margin:0 0 .8rem}input,select{display:block;box-sizing:border-box;font:inherit;width:100%;padding:.55em .6em;min-height:44px;border:1px solid #6b7482;border-radius:4px;margin-top:.2rem;background:#fff;color:inherit}.two{display:flex;gap:12px}.two label{flex:1}button{font:inherit;font-weight:600;min-height:44px;padding:.5em 1.1em;border-radius:4px;border:1px solid #1d4a6b;background:#1d4a6b;color:#fff;cursor:pointer}button.plain{background:none;color:#1d4a6b}.say{border-left:4px solid #a3341f;padding:.4em .7em;background:#fbeeea}.test{border-left:4px solid #8a5a00;padding:.4em .7em;background:#fdf4e0}table{border-collapse:collapse;width:100%;font-size:.9rem}td,th{text-align:left;padding:.25em .5em .25em 0;vertical-align:top}code{font:600 .9rem/1.5 ui-monospace,monospace;overflow-wrap:anywhere;user-select:all}details{margin-top:1.2rem}summary{cursor:pointer;min-height:28px}:focus-visible{outline:3px solid #1d4a6b;outline-offset:2px}";

/** Pages may stand in a shop's frame, send forms to shops they lead back to, and run nothing. */
const headers = {
  "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'",
  "Cache-Control": "no-store",
  "Referrer-Policy": "no-referrer",
};

const page = (title: string, body: string, status = 200): Piece =>
  html(
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${escapeText(title)}</title><style>${css}</style></head><body><main>${body}</main></body></html>`,
    { status, headers },
  );

const price = ({ amount, currency }: Payment) => escapeText(moneyWords({ amount, currency }, "en"));

const groups = (digits: string) => digits.replace(/(.{4})(?=.)/g, "$1 ");

const testNote = ({ mode }: Payment) =>
  mode === "test" ? '<p class="test"><strong>Test mode.</strong> No money moves.</p>' : "";

/** What went wrong with what was typed; "" for nothing. */
const says = (fault: string) => (fault ? `<p class="say" role="alert">${escapeText(fault)}</p>` : "");

const command = (payment: Payment, inner: string) =>
  // The whole window goes on, not only the frame: back to the shop, or to a question of the bank.
  `<form method="post" action="/pay/${payment.id}" target="_top">${inner}</form>`;

const cardForm = (payment: Payment): string =>
  `${command(
    payment,
    `<label>Card number<input name="number" inputmode="numeric" autocomplete="cc-number" maxlength="30" required></label><div class="two"><label>Valid until<input name="until" placeholder="MM/YY" inputmode="numeric" autocomplete="cc-exp" maxlength="7" required></label><label>Security code<input name="code" inputmode="numeric" autocomplete="cc-csc" maxlength="4" required></label></div><label>Name on the card<input name="name" autocomplete="cc-name" maxlength="100"></label><button>Pay ${price(payment)}</button>`,
  )}${
    payment.mode === "test"
      ? `<details><summary>Cards for trying it</summary><table><thead><tr><th scope="col">Number</th><th scope="col">What it does</th></tr></thead><tbody>${behaviourNames
          .map(
            (name) =>
              `<tr><td><code>${groups(testCards[name])}</code></td><td>${escapeText(behaviours[name].says)}</td></tr>`,
          )
          .join("")}</tbody></table></details>`
      : ""
  }`;

/** Agreeing at a bank, or to pay later. */
const agreeForm =
  (words: string, yes: (amount: string) => string) =>
  (payment: Payment): string =>
    `<p>${escapeText(words)}</p>${command(
      payment,
      `${
        payment.mode === "test"
          ? `<label>What happens<select name="does">${behaviourNames
              .map((name) => `<option value="${name}">${escapeText(behaviours[name].says)}</option>`)
              .join("")}</select></label>`
          : ""
      }<button>${yes(price(payment))}</button> <button class="plain" name="back" value="1" formnovalidate>Back to the shop</button>`,
    )}`;

const forms: Readonly<Record<Payment["method"], (payment: Payment) => string>> = {
  card: cardForm,
  redirect: agreeForm("You pay from your account at this bank.", (amount) => `Pay ${amount}`),
  later: agreeForm("You pay within 30 days of the goods being sent.", (amount) => `Pay ${amount} later`),
};

/** Where a payer pays; `fault` is what was wrong with what they typed. */
export const payPage = (payment: Payment, fault = ""): Piece =>
  page(
    `Pay ${payment.title}`,
    `<h1>${escapeText(payment.title)}: ${price(payment)}</h1>${testNote(payment)}${says(fault)}${forms[payment.method](payment)}`,
    fault ? 422 : 200,
  );

export const factorPage = (payment: Payment, fault = ""): Piece =>
  page(
    "Is it you?",
    `<h1>Is it you?</h1><p>Your bank sent you a code for ${price(payment)} to ${escapeText(payment.title)}.</p>${
      payment.mode === "test"
        ? '<p class="test"><strong>Test mode.</strong> Any six digits are right, 000000 is wrong.</p>'
        : ""
    }${says(fault)}<form method="post" action="/pay/${payment.id}/code" target="_top"><label>Code<input name="code" inputmode="numeric" autocomplete="one-time-code" maxlength="6" required></label><button>Go on</button></form>`,
    fault ? 422 : 200,
  );

export const overPage = (payment: Payment): Piece =>
  page(
    "This is over",
    `<h1>Nothing is left to pay here</h1><p><a href="${escapeText(payment.returnTo)}" target="_top">Back to the shop</a></p>`,
  );

export const lostPage = (): Piece =>
  page("Nothing here", "<h1>Nothing here</h1><p>This payment is not known. Go back to the shop.</p>", 404);

export const silentPage = (): Piece =>
  page(
    "No answer",
    "<h1>The bank does not answer</h1><p>Whether it was paid is not known yet. Go back to the shop: it asks again.</p>",
    504,
  );

/** Where accounts are opened by whoever the studio sent, with the key that it gave them. */
export const accountPage = (key: string, fault = ""): Piece =>
  page(
    "Payment stand-in",
    `<h1>Payment stand-in</h1><p>A small simulation of a payment service. Its cards are made up, and no money moves in either mode.</p>${says(fault)}${
      key
        ? `<form method="post" action="/accounts"><input type="hidden" name="key" value="${escapeText(key.slice(0, 200))}"><label>Name of the shop<input name="name" maxlength="60" required></label><button>Open an account</button></form>`
        : "<p>Accounts are opened from the studio: under Widgets, Payments, where keys are added.</p>"
    }`,
    fault ? 422 : 200,
  );

export const keysPage = ({ secret, hook }: AccountKeys): Piece =>
  page(
    "Your keys",
    `<h1>Your keys</h1><p>They are shown this once. Copy them to where your shop is set up.</p><table><tbody>${(
      [
        ["Test: secret key", secret.test],
        ["Test: key of events", hook.test],
        ["Live: secret key", secret.live],
        ["Live: key of events", hook.live],
      ] as const
    )
      .map(([name, key]) => `<tr><th scope="row">${name}</th><td><code>${key}</code></td></tr>`)
      .join("")}</tbody></table>`,
  );
