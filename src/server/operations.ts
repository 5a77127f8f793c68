// All operations, by name.
import { accountOperations } from "./account/operations";
import { bookingOperations } from "./booking/operations";
import { setUpOperations } from "./booking/set-up";
import { calendarOperations } from "./calendar/addresses";
import { feedOperations } from "./calendar/feeds";
import { jobOperations } from "./job/operations";
import { mailOperations } from "./mail/operations";
import { pageOperations } from "./page/operations";
import { deskOperations } from "./popup/desk";
import { widgetOperations } from "./popup/operations";
import { rehearseOperations } from "./rehearse/token";
import { releaseOperations } from "./release/operations";
import { siteOperations } from "./site/operations";
import { retentionOperations } from "./site/retention";

export const operations = {
  ...accountOperations,
  ...siteOperations,
  ...retentionOperations,
  ...pageOperations,
  ...widgetOperations,
  ...rehearseOperations,
  ...releaseOperations,
  ...jobOperations,
  ...deskOperations,
  ...mailOperations,
  ...setUpOperations,
  ...bookingOperations,
  ...calendarOperations,
  ...feedOperations,
};

type Operations = typeof operations;
export type OperationName = keyof Operations;
/** What an operation takes. */
export type Takes<N extends OperationName> = NonNullable<Operations[N]["takes"]>;
/** What an operation answers. */
export type Gives<N extends OperationName> = Awaited<ReturnType<Operations[N]["perform"]>>;
