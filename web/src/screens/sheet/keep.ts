/** Paper a sheet is printed on, points. */
export const PAPERS = { A4: [595.28, 841.89], Letter: [612, 792] } as const;
export type Paper = keyof typeof PAPERS;

/** Hands a drawing to the browser as a file of its own. */
export function keepSvg(svg: SVGSVGElement, name: string): void {
  const text = new XMLSerializer().serializeToString(svg);
  keep(new Blob([text], { type: 'image/svg+xml' }), name);
}

/** Letters the PDF's own font has; it carries no other font. */
const WRITABLE = /^[\u0020-\u00ff\s–—‘’‚“”„•…‰‹›€†‡ŠšŽžŒœŸƒˆ˜™]*$/;

/** What of a drawing's text a PDF could not show. */
export const unwritable = (text: string): readonly string[] =>
  [...new Set(text)].filter((letter) => !WRITABLE.test(letter));

/** The drawing as one page of paper, as large as it fits. */
export async function keepPdf(svg: SVGSVGElement, paper: Paper, name: string): Promise<void> {
  const [{ jsPDF }] = await Promise.all([import('jspdf'), import('svg2pdf.js')]);
  const [wide, high] = PAPERS[paper];
  const { width, height } = svg.viewBox.baseVal;
  const scale = Math.min(wide / width, high / height);
  const doc = new jsPDF({ unit: 'pt', format: [wide, high], compress: true });
  await doc.svg(svg, {
    x: (wide - width * scale) / 2,
    y: (high - height * scale) / 2,
    width: width * scale,
    height: height * scale,
  });
  keep(doc.output('blob'), name);
}

function keep(file: Blob, name: string): void {
  const address = URL.createObjectURL(file);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 60_000);
}
