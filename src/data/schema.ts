// All tables, for the migrations and for the connection.
export * from "./account/tables";
export * from "./booking/tables";
export * from "./bytes/tables";
export * from "./calendar/tables";
export * from "./check/tables";
export * from "./clips/tables";
export * from "./consent/tables";
export * from "./event/tables";
export * from "./form/tables";
export * from "./job/tables";
export * from "./mail/tables";
export * from "./page/tables";
export * from "./popup/tables";
export * from "./release/tables";
export * from "./site/tables";
export * from "./video/tables";
export * from "./widget/tables";
