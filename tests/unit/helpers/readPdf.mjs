// Reads PDFs as an independent reader finds them; asked and answered by messages, so that it starts once for a whole test file.
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

process.on('message', async ({ id, pdf }) => {
  try {
    process.send({ id, pages: await pagesOf(new Uint8Array(Buffer.from(pdf, 'base64'))) });
  } catch (error) {
    process.send({ id, wrong: String(error) });
  }
});

async function pagesOf(data) {
  const pdf = await getDocument({ data, verbosity: 0 }).promise;
  const pages = [];
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n);
    const { items } = await page.getTextContent();
    pages.push({
      size: page.view.slice(2),
      text: items.map((item) => item.str).join(' '),
      smallest: Math.min(...items.filter((item) => item.str.trim()).map((item) => item.height)),
    });
  }
  await pdf.destroy();
  return pages;
}
