// The chats of the demo's two sites: what they know besides the pages, and their briefs.
import { type Chat, newChat } from "@/core/chat/chat";
import { recogniseTable } from "@/core/chat/knows/table";

const wrenfield = newChat("the workshop");

/** The chat of the pottery workshop. */
export const wrenfieldChat: Chat = {
  ...wrenfield,
  brief: {
    ...wrenfield.brief,
    helps: "Hours, prices, free wheels, firing, and what to bring.",
    tone: "warm",
    avoids: [
      {
        id: "health",
        words: ["injury", "insurance claim", "medical advice"],
        says: "About health and insurance please speak to one of us: +353 1 555 0117.",
      },
    ],
    adds: [
      {
        id: "allergies",
        words: ["allergy", "allergic", "eczema"],
        says: "Please tell us about allergies before you come.",
      },
    ],
    person: {
      ...wrenfield.brief.person,
      words: ["complaint", "team event", "wedding list"],
      overAmount: 50_000,
    },
  },
  greetings: [
    {
      id: "kiln",
      text: "Firing something? Ask about temperatures, shelves and prices.",
      include: ["/kiln-hire"],
      from: null,
      to: null,
    },
    { id: "hello", text: "Hello. Ask about hours, free wheels or firing.", include: [], from: null, to: null },
  ],
  starters: [
    { id: "open", text: "When are you open?", include: [] },
    { id: "wheel", text: "Is a wheel free on Saturday?", include: [] },
    { id: "wear", text: "What should I wear?", include: ["/", "/classes"] },
    { id: "hot", text: "Which clay at 1240?", include: ["/kiln-hire"] },
  ],
  leaveOut: ["/thank-you"],
  tables: [
    recogniseTable(
      { id: "clays", name: "Clays we fire", row: "clay" },
      ["Clay", "Fires at (°C)", "Colour", "Bag of 10 kg"],
      [
        ["Red earthenware", "1020–1080", "terracotta", "€11.50"],
        ["White earthenware", "1040–1100", "cream", "€13.00"],
        ["Stoneware", "1200–1260", "grey", "€14.50"],
        ["Speckled stoneware", "1180–1250", "oat with specks", "€16.00"],
        ["Porcelain", "1260–1280", "white", "€22.00"],
        ["Raku body", "900–1000", "buff", "€15.00"],
      ],
    ),
    recogniseTable(
      { id: "tutors", name: "Who teaches when", row: "tutor" },
      ["Tutor", "Studio", "Days", "Teaches"],
      [
        ["Maren", "North studio", "Tue, Wed", "wheel, glazing"],
        ["Tobi", "South studio", "Thu, Sat", "wheel, hand-building"],
        ["Ilse", "North studio", "Fri", "glazing, hand-building"],
      ],
    ),
  ],
  synonyms: [
    ["six-week wheel", "six week course", "beginners course", "evening course"],
    ["first throw", "taster", "trial lesson"],
    ["kiln", "oven"],
    ["wheel", "potters wheel", "turning"],
    ["boat slip", "car park"],
    ["bisque", "biscuit"],
  ],
  answers: [
    {
      id: "dogs",
      questions: ["Can I bring my dog?", "Are dogs allowed in the workshop?", "Do you allow pets?"],
      text: "Dogs wait well in the yard, out of the dust. Indoors only guide dogs.",
      from: null,
      to: null,
    },
    {
      id: "vouchers",
      questions: ["Do you sell gift vouchers?", "Can I give a class as a present?", "Is there a gift card?"],
      text: "Yes: a voucher over any amount is in the shop, and holds for three years.",
      link: { text: "To the shop", href: "/shop" },
      from: null,
      to: null,
    },
    {
      id: "language",
      questions: ["Do you teach in German?", "Which languages do you speak?", "Are there classes in other languages?"],
      text: "Maren teaches in English and German, Tobi in English, Ilse in English and French.",
      from: null,
      to: null,
    },
    {
      id: "wheelchair",
      questions: [
        "Is the workshop wheelchair accessible?",
        "Are there steps at the door?",
        "Can I come in a wheelchair?",
      ],
      text: "The door and the ground floor are level, and one wheel can be raised to work at from a wheelchair.",
      from: null,
      to: null,
    },
  ],
  floating: { words: "Ask the workshop", corner: "end", include: [], exclude: ["/thank-you"] },
};

const oddlane = newChat("the bench");

/** The chat of the bicycle repair shop. */
export const oddlaneChat: Chat = {
  ...oddlane,
  brief: {
    ...oddlane.brief,
    helps: "Prices, how long a repair takes, free bench times, and the way here.",
    tone: "brief",
    person: { ...oddlane.brief.person, goes: "mail", words: ["complaint", "refund"] },
  },
  greetings: [{ id: "hello", text: "What is wrong with it?", include: [], from: null, to: null }],
  starters: [
    { id: "flat", text: "What does a flat tire cost?", include: [] },
    { id: "open", text: "Are you open now?", include: [] },
    { id: "long", text: "How long does a wheel take?", include: ["/prices", "/prices/wheels"] },
  ],
  tables: [
    recogniseTable(
      { id: "parts", name: "Parts on the shelf", row: "part" },
      ["Part", "Fits", "Price", "Weight (g)"],
      [
        ["Tube 700", "road, city", "$7", "120"],
        ["Tube 26", "mountain", "$7", "180"],
        ["City tire 700", "city", "$32", "720"],
        ["Road tire 700", "road", "$44", "260"],
        ["Chain eight speed", "city, mountain", "$18", "310"],
        ["Chain eleven speed", "road", "$36", "255"],
        ["Brake pads", "city, road, mountain", "$12", "40"],
        ["Bell", "city", "$9", "60"],
      ],
    ),
  ],
  synonyms: [
    ["true", "straighten", "wobble"],
    ["winter check", "tune-up"],
    ["bench", "workshop"],
    ["repair", "fix", "take"],
  ],
  answers: [
    {
      id: "wait",
      questions: ["Can I wait while you fix it?", "Is there somewhere to sit?", "Do you have coffee?"],
      text: "There is a bench by the window, and the bakery next door has coffee.",
      from: null,
      to: null,
    },
    {
      id: "pickup",
      questions: ["Do you pick up bicycles?", "Can you collect my bike?", "Do you come to me?"],
      text: "We have no van: roll it in, or have a friend do it.",
      from: null,
      to: null,
    },
  ],
  floating: { words: "Ask the bench", corner: "end", include: [], exclude: [] },
};
