// What invoices and packing slips say: what each language has to say.

export interface PaperWords {
  readonly invoice: (number: string) => string;
  readonly credit: (number: string) => string;
  readonly packing: (number: string) => string;
  readonly date: string;
  readonly order: string;
  readonly ofInvoice: string;
  readonly taxNumber: string;
  readonly buyersNumber: string;
  readonly what: string;
  readonly quantity: string;
  readonly each: string;
  readonly amount: string;
  readonly sku: string;
  readonly net: string;
  readonly taxOf: (rate: string, country: string) => string;
  readonly all: string;
  readonly voucher: (tail: string) => string;
  readonly paid: string;
  readonly givenBack: string;
  readonly packedBy: string;
  readonly outside: string;
}
