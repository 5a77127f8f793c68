// Reasons of the core in words: one table, one sentence a code.
import type { Reason } from "@/core/visitor/decision";

type L = readonly string[];

const list = (values: readonly string[]) => values.join(", ");
const when = (ms: number) =>
  new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" }).format(new Date(ms));

interface TriggerValues {
  readonly on: string;
  readonly seconds?: number;
  readonly percent?: number;
}

const triggers: Readonly<Record<string, (values: TriggerValues) => string>> = {
  after: ({ seconds }) => `${seconds} s on the page`,
  scroll: ({ percent }) => `scrolled to ${percent} %`,
  leave: () => "the pointer left the page",
  click: () => "the chosen block was clicked",
  idle: ({ seconds }) => `${seconds} s without a movement`,
};

/** What a trigger waits for, in words. */
export const triggerWords = (values: TriggerValues): string => triggers[values.on]?.(values) ?? values.on;

/** The beginning of why a sentence of a model's was not shown. */
const notSaid = (sentence: string): string => `The connected model’s words are not shown. “${sentence}”:`;

/** What a question to a chat wants, in words. */
const chatIntents: Readonly<Record<string, string>> = {
  greeting: "a greeting",
  thanks: "to say thanks",
  goodbye: "to say goodbye",
  person: "a person",
  hours: "opening hours",
  openNow: "to know whether it is open now",
  price: "a price",
  place: "to know where it is",
  contact: "to reach somebody",
  times: "free times",
  order: "an order",
  stock: "to know whether something is there",
  open: "something of the pages",
};

const chatFaults: Readonly<Record<string, string>> = {
  tooLong: "it is too long",
  nothing: "there are no words in it",
  script: "its letters are of no language that is known here",
};

/** Values of what is worth a look in a set-up of booking, all of them texts. */
type Told = Readonly<Record<string, string>>;

const words: Readonly<Record<string, (values: never) => string>> = {
  "check.bookingNobody": ({ service }: Told) => `“${service}” has nobody who does it: say who at its service.`,
  "check.bookingNoHours": ({ service }: Told) => `“${service}” fits in no one’s hours: no start a week.`,
  "check.bookingNoPrice": ({ service }: Told) => `“${service}” has no price. If it is free, say 0.`,
  "check.bookingNoAddress": ({ service, place }: Told) =>
    `“${service}” waits for approval, and nobody is told: ${place} has no address for it.`,
  "check.bookingCourseClosed": ({ service, date, closure }: Told) =>
    `A date of “${service}”, ${date}, is on a closure${closure ? ` (${closure})` : ""}.`,
  "check.bookingAlike": ({ service }: Told) => `Two services are called “${service}”: visitors can’t tell them apart.`,
  "check.bookingManyChoices": ({ count, most }: Told) =>
    `Visitors first choose among ${count}; more than ${most} are not read. Put services into categories.`,
  "check.bookingNotice": ({ resource, hours, days }: Told) =>
    `${resource} wants ${hours} hours of notice and can be booked ${days} days ahead: nothing is ever left.`,
  "check.bookingFeed": ({ resource, calendar, problem }: Told) =>
    `The calendar “${calendar}” of ${resource} could not be read, so times may be offered that are not free. ${problem}`,
  "check.bookingRule": ({ rule, before }: Told) =>
    `The price rule “${rule}” never wins: “${before}” always goes before it.`,
  "check.bookingHoursLost": ({ place, lost, open }: Told) =>
    `Closures of ${place} take ${lost} of ${open} open hours in the next eight weeks.`,
  "check.shopPages": () => "The shop lacks pages. Make them at the step “Pages and numbers”.",
  "check.bookingPayments": ({ service }: Told) =>
    `“${service}” is paid before it holds, and no way to pay is switched on: set one up under Payments.`,
  "check.shopPayments": () => "Nobody can pay: switch on a way to pay.",
  "check.shopTerms": () => "No page of terms is named: buyers agree to nothing, and in many countries must be told.",
  "check.chatSaysNothing": () => "A topic “*” keeps it from answering anything: every question gets those words.",
  "check.chatAnswerOver": ({ question }: Told) => `The own answer “${question}” has run out: it is not given any more.`,
  "chat.modelSaid": ({ sentences, ms }: { sentences: number; ms: number }) =>
    `Said in the words of the connected model: ${sentences} ${sentences === 1 ? "sentence" : "sentences"}, each carried by a passage, in ${ms} ms.`,
  "chat.modelNoKey": () => "The connected model was not asked: it has no key.",
  "chat.modelUsedUp": ({ most }: { most: number }) =>
    `The connected model was not asked: it was today already, ${most} times.`,
  "chat.modelSilent": () => "The connected model said nothing: these are the site’s own sentences.",
  "chat.modelLong": () => "The connected model said more than an answer holds: these are the site’s own sentences.",
  "chat.modelMarks": ({ sentence }: { sentence: string }) =>
    `${notSaid(sentence)} it has marks in it that are no words.`,
  "chat.modelOrder": ({ sentence }: { sentence: string }) => `${notSaid(sentence)} it gives orders.`,
  "chat.modelNothing": ({ sentence }: { sentence: string }) => `${notSaid(sentence)} no passage says anything of it.`,
  "chat.modelNumber": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} “${words}” stands in no passage.`,
  "chat.modelLink": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} “${words}” stands in no passage.`,
  "chat.modelName": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} the name “${words}” stands in no passage.`,
  "chat.modelWord": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} nothing says “${words}”.`,
  "chat.modelTurned": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} it turns round what is said: “${words}”.`,
  "chat.modelMixed": ({ sentence, words }: { sentence: string; words: string }) =>
    `${notSaid(sentence)} “${words}” is said of something else.`,
  "chatModel.address": () => "The address of the connected model is none.",
  "chatModel.private": ({ host }: { host: string }) =>
    `${host} lies in a private network: the model is not asked there.`,
  "chatModel.notFound": ({ host }: { host: string }) =>
    `No server of the name ${host} was found: the model was not asked.`,
  "chatModel.resting": ({ host }: { host: string }) =>
    `${host} did not answer the last times: these are the site’s own sentences.`,
  "chatModel.busy": ({ host }: { host: string }) =>
    `Very many questions to ${host} wait already: these are the site’s own sentences.`,
  "chatModel.unreachable": ({ host }: { host: string }) =>
    `${host} does not answer: these are the site’s own sentences.`,
  "chatModel.status": ({ host, status }: { host: string; status: number }) =>
    status === 401 || status === 403
      ? `${host} refuses the key of the connected model.`
      : `${host} answered ${status}: these are the site’s own sentences.`,
  "chatModel.timeout": ({ seconds }: { seconds: number }) =>
    `The connected model took longer than ${seconds} s: these are the site’s own sentences.`,
  "chatModel.tooLarge": () => "The connected model sent more than an answer holds: these are the site’s own sentences.",
  "chatModel.broke": () => "The connected model broke off: these are the site’s own sentences.",
  "check.chatSource": ({ source, problem }: Told & { source: string; problem: string }) =>
    `${source || "A file of the chat’s"} could not be read. ${problem}`,
  "check.chatTests": () =>
    "Fewer questions of the chat’s test set are right than was set. Run it: Widgets, the chat, Test set.",
  "chat.heard": ({ intent, by, language }: { intent: string; by: string; language: string }) =>
    `Wants ${chatIntents[intent] ?? intent}${by ? ` (“${by}”)` : ""}; language ${language}.`,
  "chat.about": ({ name, words: said, sure }: { name: string; words: string; sure: number }) =>
    `About ${name}${said ? ` (“${said}”)` : ""}, ${Math.round(sure * 100)} % sure.`,
  "chat.when": ({ from, to, zone }: { from: string; to: string; zone: string }) =>
    `${from === to ? from : `${from} to ${to}`}, by the clock of ${zone}.`,
  "chat.follows": ({ before }: { before: string }) => `It takes up “${before}”.`,
  "chat.added": ({ topic }: { topic: string }) => `“${topic}” was spoken of: the brief adds a sentence.`,
  "chat.askedOften": ({ times }: { times: number }) => `Not known ${times} times in a row: a person is called.`,
  "chat.nothingFits": () => "No passage, table, own answer or engine fits.",
  "chat.unreadable": ({ fault }: { fault: string }) => `It can’t be read: ${chatFaults[fault] ?? fault}.`,
  "chat.avoided": ({ topic }: { topic: string }) => `“${topic}” is a topic it keeps out of.`,
  "chat.wantsPerson": () => "A person was asked for.",
  "chat.angry": () => "The words sound angry.",
  "chat.callsPerson": ({ word }: { word: string }) => `“${word}” calls a person.`,
  "chat.overAmount": () => "The wish is for more than the amount that calls a person.",
  "chat.own": ({ question, share }: { question: string; share: number }) =>
    `The own answer “${question}” has ${Math.round(share * 100)} % of the question.`,
  "chat.fromOrders": () => "Orders are shown to whoever proves their address.",
  "chat.fromHours": () => "From the opening hours of the site, with the days that depart from them.",
  "chat.fromBooking": ({ services }: { services: L }) => `From booking, as it is at this moment: ${list(services)}.`,
  "chat.fromTable": ({ table, rows, of, filters }: { table: string; rows: number; of: number; filters: L }) =>
    `${rows} of ${of} rows of “${table}”${filters.length ? `: ${list(filters)}` : ""}.`,
  "chat.fromPrices": ({ names }: { names: L }) => `The price as it is now: ${list(names)}.`,
  "chat.fromStock": ({ names }: { names: L }) => `The stock as it is now: ${list(names)}.`,
  "chat.fromSettings": () => "From the settings of the site.",
  "chat.passage": ({ heading, score, share }: { heading: string; score: number; share: number }) =>
    `“${heading}” has ${Math.round(share * 100)} % of the question, weight ${score}.`,
  "chat.twoReadings": ({ names }: { names: L }) => `${list(names)} are equally near: it asks back.`,
  "chat.tooLittle": ({ heading, share, missing }: { heading: string; share: number; missing: L }) =>
    `The nearest, “${heading}”, has ${Math.round(share * 100)} % of the question${missing.length ? `, not ${list(missing)}` : ""}: too little to answer.`,
  "page.nodeGone": () => "the block is no longer there; someone removed it meanwhile.",
  "page.lineGone": () => "the line is no longer there; someone removed it meanwhile.",
  "page.wordsReplaced": () => "someone put other words in their place meanwhile.",
  "page.stepFailed": () => "the words around it have changed too much.",
  "page.noLine": () => "there is no line of words here.",
  "page.noLines": () => "there is no list here.",
  "page.noWords": () => "there is no running text here.",
  "page.refused": ({ message }: { message: string }) => message,
  "page.invalid": ({ message }: { message: string }) => message,
  "page.idTaken": () => "this block stands on the page already.",
  "page.tooMany": ({ most }: { most: number }) => `a page holds at most ${most} blocks.`,
  "page.tooDeep": ({ most }: { most: number }) => `blocks can stand at most ${most} levels deep.`,
  "clip.foreign": () => "What is on the clipboard is not what Webitor copied. Copy the blocks again, and paste them.",
  "clip.tooLarge": () => "This is too much to be pasted at once. Copy fewer blocks.",
  "clip.newer": ({ format, reads }: { format: number; reads: number }) =>
    `These blocks were copied with a newer Webitor (format ${format}); this one reads format ${reads}. Update it, then paste them.`,
  "clip.invalid": ({ message }: { message: string }) => `These blocks can’t be used: ${message}`,
  "page.notOpen": () => "this belongs to the shared section. Open the field there, or edit the shared section.",
  "page.rootStays": () => "the page itself can't be moved or removed.",
  "page.intoItself": () => "a block can't be moved into itself.",
  "page.cannotHold": ({ parent, kind }: { parent: string; kind: string }) => `a ${parent} can't hold a ${kind}.`,
  "opening.fired": (values: TriggerValues) => `Opens by: ${triggerWords(values)}.`,
  "opening.asked": () => "The visitor asked for it.",
  "opening.notReached": (values: TriggerValues) => `Not reached: ${triggerWords(values)}.`,
  "opening.noTrigger": () => "Nothing opens it by itself; only its own button or link does.",
  "opening.busy": () => "The visitor is doing something on the page, such as booking; this waits until it is done.",
  "opening.anotherIsOpen": () => "Something else is open; this one waits until it closes.",
  "opening.pageExcluded": ({ path, pattern }: { path: string; pattern: string }) =>
    `The page ${path} is left out by ${pattern}.`,
  "opening.pageNotIncluded": ({ path, patterns }: { path: string; patterns: L }) =>
    `The page ${path} is not among ${list(patterns)}.`,
  "opening.device": ({ device, wanted }: { device: string; wanted: L }) =>
    `The visitor’s width is “${device}”; it opens on ${list(wanted)}.`,
  "opening.language": ({ language, wanted }: { language: string; wanted: L }) =>
    `The visitor reads ${language}; it opens for ${list(wanted)}.`,
  "opening.country": ({ country, wanted }: { country: string | null; wanted: L }) =>
    `The visitor is in ${country ?? "an unknown country"}; it opens in ${list(wanted)}.`,
  "opening.laterVisit": ({ visit }: { visit: number }) => `This is visit ${visit}; it opens on the first only.`,
  "opening.firstVisit": () => "This is the first visit; it opens from the second on.",
  "opening.cameFrom": ({ cameFrom, wanted }: { cameFrom: string | null; wanted: L }) =>
    `The visitor came ${cameFrom ? `from ${cameFrom}` : "directly"}; it opens for those from ${list(wanted)}.`,
  "opening.notYet": ({ fromMs }: { fromMs: number }) => `It opens from ${when(fromMs)} on.`,
  "opening.over": ({ toMs }: { toMs: number }) => `It opened until ${when(toMs)}.`,
  "opening.signedUp": () => "The visitor has already done what it is for.",
  "opening.shownEnough": ({ shown, most }: { shown: number; most: number }) =>
    `It opened ${shown} of ${most} times in this visit.`,
  "opening.rests": ({ untilMs, days }: { untilMs: number; days: number }) =>
    `It was closed and rests ${days} days, until ${when(untilMs)}.`,
  "check.sample": ({ words: text }: { words: string }) =>
    `Words that came with the section: “${text}”${/[.!?]$/.test(text) ? "" : "."}`,
  "check.noAddress": () => "The settings of the site tell no address yet.",
  "check.feedWithoutSource": () => "This feed has no source yet: nothing is shown.",
  "check.feedBroken": ({ name, problem }: { name: string; problem: string }) =>
    `The source “${name}” can’t be read. ${problem}`,
  "check.consentBreach": ({ region, on, law, at }: { region: string; on: string; law: string; at: string }) =>
    `Consent: what is set breaks the rule of ${region} (${on}; ${law}, ${at}).`,
  "check.consentUnsorted": ({ name }: { name: string }) => `Consent: nobody has looked at “${name}” yet.`,
  "check.consentProminence": ({ accepting, refusing }: { accepting: string; refusing: string }) =>
    `Consent: refusing is drawn less prominent than accepting (contrast ${refusing} : 1 against ${accepting} : 1).`,
  "check.consentMissing": ({ name }: { name: string }) => `Consent: “${name}” is new and not in the table.`,
  "check.noEmbed": () => "An embedded page has no address.",
  "check.noEmbedTitle": () => "An embedded page has no title: say what it is, for those who do not see it.",
  "check.embedNotAgreed": ({ host }: { host: string }) => `Nobody has said that ${host} may be shown here.`,
  "check.embedInsecure": ({ host }: { host: string }) =>
    `${host} is asked without encryption: browsers leave it out of secure pages.`,
  "check.noCodeTitle": () => "Custom code has no title: say what it is, for those who do not see it.",
  "check.emptyCode": () => "Custom code is empty: nothing stands there.",
  "check.codeNotListed": ({ origin }: { origin: string }) =>
    `The code names ${origin}, which is not among the origins it may reach: browsers would refuse it.`,
  "check.clipGone": ({ problem }: { problem: string }) => `This clip is not to be had any more. ${problem}`,
  "check.noVideo": () => "No video was chosen. Name a clip, or choose a film.",
  "check.noCaptions": () => "This film has no captions: who does not hear it misses what is said.",
  "check.noVideoTitle": () => "This video has no title, by which it is found and told apart.",
  "check.noPoster": () => "This video has no poster: until it is played a dark field stands there.",
  "check.videoEndsFirst": () => "This video would end before it begins. Set where it ends later, or to 0.",
  "check.noFile": () => "A file download has no file.",
  "check.hoursDiffer": ({ days }: { days: string }) =>
    `Opening hours here differ from the settings of the site: ${days
      .split(",")
      .map((day) =>
        new Intl.DateTimeFormat("en-GB", { weekday: "long", timeZone: "UTC" }).format((4 + Number(day)) * 86_400_000),
      )
      .join(", ")}`,
  "check.noHours": () => "The settings of the site tell no opening hours yet.",
  "check.emptyMap": () => "Nothing is drawn on the map yet.",
  "check.emptyCard": () => "A card is empty.",
  "check.cardWithoutName": () => "A card leads somewhere, and nothing says where: give it a heading or words.",
  "check.linkWithoutTarget": ({ text }: { text: string }) => `The link “${text}” leads nowhere yet.`,
  "check.linkWithoutWords": () => "A link has no words.",
  "check.questionWithoutAnswer": () => "A question has no answer.",
  "check.quoteWithoutName": () => "A quote does not say who said it.",
  "check.emptySlide": () => "A slide is empty.",
  "check.emptyColumn": () => "A column is empty.",
  "check.noPageTitle": () => "The page has no heading 1, which is its title for search and screen readers.",
  "check.twoPageTitles": () => "The page has more than one heading 1.",
  "check.noPageDescription": () => "The page has no description for search results.",
  "check.pageGone": () => "A link leads to a page that was removed.",
  "check.noWidget": () => "A widget’s place has no widget chosen.",
  "check.widgetGone": () => "The widget placed here was removed.",
  "check.widgetOff": ({ name }: { name: string }) => `The widget “${name}” placed here is switched off.`,
  "check.widgetNotSo": ({ name }: { name: string }) => `The widget “${name}” can’t appear in this way.`,
  "check.serviceGone": () => "A service that it offers is no longer there.",
  "check.sharedGone": () => "The shared section that stands here is no longer there.",
  "check.nothingToBook": () => "The calendar is on and offers no service.",
  "check.buttonWithoutLink": ({ text }: { text: string }) => `The button “${text}” leads nowhere.`,
  "check.noPicture": () => "A picture’s place is empty.",
  "check.pictureGone": () => "A picture is no longer among the media.",
  "check.noDescription": ({ name }) =>
    name ? `The picture ${String(name)} has no description.` : "A picture has no description.",
  "check.equalTitles": ({ title, page }: { title: string; page: string }) =>
    `Results show it as “${title}”, as they show “${page}”. Give one of them a search title of its own.`,
  "check.placeGone": ({ anchor, page }: { anchor: string; page: string }) =>
    `A link leads to the place #${anchor} on “${page}”, which is not there.`,
  "layout.sideways": ({ px }: { px: number }) => `Scrolls sideways by ${px} px`,
  "layout.cut": ({ px }: { px: number }) => `Words are cut off by ${px} px`,
  "layout.over": ({ what }: { what: string }) => `Words lie over “${what}”`,
  "layout.target": ({ px, what }: { px: number; what: string }) =>
    `${what ? `“${what}” is` : "A target is"} ${px} px, too near to another (24 wanted)`,
  "layout.longLine": ({ characters }: { characters: number }) => `Lines of about ${characters} characters (90 wanted)`,
  "layout.contrast": ({ ratio, wanted, ground }: { ratio: number; wanted: number; ground?: string }) =>
    `${ground ? "Words on a picture" : "Contrast"} ${ratio.toFixed(1)} : 1 (${wanted} wanted)`,
  "layout.unlabelled": () => "A field has no label",
  "layout.enlarged": ({ own, shown }: { own: number; shown: number }) =>
    `A picture of ${own} px is shown ${shown} px wide`,
  "layout.heavy": ({ times }: { times: number }) => `A picture is ${times} times as wide as it is shown`,
  "layout.headingOrder": ({ level, before }: { level: number; before: number }) =>
    `Heading ${level} follows heading ${before}`,
  "layout.anchorGone": ({ what }: { what: string }) => `A link leads to #${what}, which is not on the page`,
  "check.noHome": () => "No page has the empty slug, so the site has no home page.",
  "check.thanksGone": () => "The page that says thank you was removed.",
};

/** A reason as a sentence. */
export const reasonWords = (reason: Reason): string => words[reason.code]?.(reason as never) ?? reason.code;

/** Codes that have words; a test holds them against the codes of the core. */
export const knownReasons: readonly string[] = Object.keys(words);
