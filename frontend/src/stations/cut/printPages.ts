/**
 * Print pages from the browser, each at its own size: nothing of the screen comes along, and a full-size template comes
 * out true where the printer is not told to scale.
 */
const SIZE = /width="([\d.]+)mm" height="([\d.]+)mm"/;

export function printPages(pages: readonly string[]): void {
  const [, width = "210", height = "297"] = SIZE.exec(pages[0] ?? "") ?? [];
  const place = document.createElement("div");
  place.className = "print-pages";
  for (const svg of pages) {
    const picture = document.createElement("img");
    picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
    picture.alt = "";
    place.append(picture);
  }
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(`@page { size: ${width}mm ${height}mm; margin: 0 } @media print { .print-pages img { width: ${width}mm; height: ${height}mm } }`);
  const before = document.adoptedStyleSheets;
  document.adoptedStyleSheets = [...before, sheet];
  document.body.append(place);
  const done = () => {
    place.remove();
    document.adoptedStyleSheets = before;
  };
  window.addEventListener("afterprint", done, { once: true });
  void Promise.all([...place.querySelectorAll("img")].map((one) => one.decode())).then(() => window.print(), done);
}
