import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";

interface Item {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface PageRead {
  readonly items: readonly Item[];
  readonly width: number;
  readonly height: number;
}

/** The words of a PDF with their boxes, from the top, by a reader that shares nothing with the writer. */
export async function pagesOf(bytes: Uint8Array): Promise<PageRead[]> {
  const doc = await getDocument({ data: new Uint8Array(bytes), useSystemFonts: false, verbosity: 0 }).promise;
  const pages: PageRead[] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const { width, height } = page.getViewport({ scale: 1 });
    const { items } = await page.getTextContent();
    pages.push({
      width,
      height,
      items: items.flatMap((i): Item[] => {
        if (!("str" in i) || i.str.trim() === "") return [];
        const [, , , , x, y] = i.transform as number[];
        return [{ text: i.str, x: x ?? 0, y: height - (y ?? 0) - i.height, width: i.width, height: i.height }];
      }),
    });
  }
  await doc.destroy();
  return pages;
}

/** All text as it is read, runs that follow each other on a line joined. */
export function wordsOf(pages: readonly PageRead[]): string {
  return pages
    .map(({ items }) => {
      let text = "";
      let last: Item | undefined;
      for (const i of items) {
        const sameLine = last && Math.abs(last.y + last.height - i.y - i.height) < 3;
        const near = sameLine && last && Math.abs(last.x + last.width - i.x) < 1;
        text += near ? i.text : ` ${i.text}`;
        last = i;
      }
      return text.replace(/\s+/g, " ");
    })
    .join(" ");
}

/** Words that lie on other words. */
export function overlapping(pages: readonly PageRead[]): string[] {
  return pages.flatMap(({ items }) =>
    items.flatMap((a, i) =>
      items.slice(i + 1).flatMap((b) => {
        const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
        const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
        return across > 1.5 && down > 2.5 ? [`“${a.text}” on “${b.text}”`] : [];
      }),
    ),
  );
}
