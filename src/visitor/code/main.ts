// Custom code in its frame: it comes when the visitor has agreed to what it is for, grows with its content, and what goes
// wrong in it is told.
import type { BlockScript } from "../kind";

interface ReleasedCode {
  readonly src: string;
  readonly title: string;
  readonly purpose?: string;
}

interface Said {
  readonly height?: number;
  readonly error?: string;
  readonly line?: number;
}

const mostPx = 8000;

const bring: BlockScript = async (block, page) => {
  const code = JSON.parse(block.dataset.frame ?? "") as ReleasedCode;
  const load = () => {
    const frame = Object.assign(document.createElement("iframe"), { src: code.src, title: code.title });
    frame.setAttribute("sandbox", "allow-scripts allow-forms allow-popups");
    addEventListener("message", ({ source, data }) => {
      const said = (data as { webitorCode?: Said } | null)?.webitorCode;
      if (source !== frame.contentWindow || !said) return;
      if (typeof said.height === "number" && said.height > 0)
        frame.style.height = `${Math.min(mostPx, Math.ceil(said.height))}px`;
      if (typeof said.error === "string") page.tell({ code: { title: code.title, error: said.error, line: said.line } });
    });
    block.append(frame);
  };
  if (!code.purpose) return load();
  const consent = await page.consent;
  if (!consent || consent.allows(code.purpose)) return load();
  addEventListener("webitor:consent", () => {
    if (code.purpose && consent.allows(code.purpose) && !block.firstChild) load();
  });
};

export default bring;
