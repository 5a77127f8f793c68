// “Open now, until 17:00”: by the clock in the business's zone, told anew every minute; what is over goes.
import { stateWords } from "@/core/site/hours-words";
import { type Hours, openAt, wallIn } from "@/core/site/open-hours";
import type { BlockScript } from "../kind";

const minuteMs = 60_000;

const bring: BlockScript = (block, { data, visitor }) => {
  const told = JSON.parse(block.dataset.hours ?? "") as Hours & { readonly zone: string };
  const line = block.querySelector<HTMLElement>(".b-now");
  // A rehearsal has a moment of its own; it goes on from there.
  const began = Date.now();
  const start = data.rehearsal ? visitor.now : began;
  const tell = () => {
    const now = wallIn(told.zone, start + Date.now() - began);
    if (line) {
      line.textContent = stateWords(openAt(told, now), now, data.language);
      line.hidden = false;
    }
    const day = (new Date(`${now.date}T00:00:00Z`).getUTCDay() + 6) % 7;
    for (const row of block.querySelectorAll<HTMLElement>("[data-from]"))
      row.classList.toggle("b-today", Number(row.dataset.from) <= day && day <= Number(row.dataset.to));
    for (const row of block.querySelectorAll<HTMLElement>("[data-until]"))
      row.hidden = (row.dataset.until ?? "") < now.date;
    const other = block.querySelector<HTMLElement>(".b-other");
    if (other) other.hidden = !other.querySelector("[data-until]:not([hidden])");
  };
  tell();
  setInterval(tell, minuteMs);
};

export default bring;
