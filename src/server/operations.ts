// All operations, by name.
import { accountOperations } from "./account/operations";
import { checkOperations } from "./check/operations";
import { personOperations } from "./desk/person";
import { embedOperations } from "./embed/operations";
import { jobOperations } from "./job/operations";
import { mailOperations } from "./mail/operations";
import { findOperations } from "./page/find";
import { headerFooterOperations } from "./page/headers-footers";
import { pageOperations } from "./page/operations";
import { patternOperations } from "./page/patterns";
import { redirectOperations } from "./page/redirects";
import { sharedOperations } from "./page/shared";
import { shelfOperations } from "./page/shelf";
import { treeOperations } from "./page/tree";
import { paymentOperations } from "./payment/operations";
import { rehearseOperations } from "./rehearse/token";
import { releaseOperations } from "./release/operations";
import { mediaOperations } from "./site/media-operations";
import { siteOperations } from "./site/operations";
import { retentionOperations } from "./site/retention";
import { videoOperations } from "./video/operations";
import { kindOperations } from "./widget/kinds";
import { widgetOperations } from "./widget/operations";

export const operations = {
  ...accountOperations,
  ...siteOperations,
  ...retentionOperations,
  ...pageOperations,
  ...checkOperations,
  ...mediaOperations,
  ...videoOperations,
  ...embedOperations,
  ...treeOperations,
  ...headerFooterOperations,
  ...redirectOperations,
  ...patternOperations,
  ...sharedOperations,
  ...shelfOperations,
  ...findOperations,
  ...widgetOperations,
  ...rehearseOperations,
  ...releaseOperations,
  ...jobOperations,
  ...personOperations,
  ...mailOperations,
  ...paymentOperations,
  ...kindOperations,
};

type Operations = typeof operations;
export type OperationName = keyof Operations;
/** What an operation takes. */
export type Takes<N extends OperationName> = NonNullable<Operations[N]["takes"]>;
/** What an operation answers. */
export type Gives<N extends OperationName> = Awaited<ReturnType<Operations[N]["perform"]>>;
