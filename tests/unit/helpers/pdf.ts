import { fork, type ChildProcess } from 'node:child_process';
import { join } from 'node:path';

/** A page as a reader of its own finds it: size and smallest type in points, and its words. */
export type ReadPage = { size: [number, number]; text: string; smallest: number };

let reader: ChildProcess | null = null;
let asked = 0;
afterAll(() => {
  reader?.kill();
  reader = null;
});

/** The pages of a PDF. The reader is a module of another kind than the tests are, so it runs beside them. */
export function pagesOfPdf(bytes: Uint8Array): Promise<ReadPage[]> {
  reader ??= fork(join(process.cwd(), 'tests/unit/helpers/readPdf.mjs')).setMaxListeners(0);
  const from = reader;
  const id = ++asked;
  return new Promise((resolve, reject) => {
    const answer = (message: { id: number; pages?: ReadPage[]; wrong?: string }) => {
      if (message.id !== id) return;
      from.off('message', answer);
      if (message.pages) resolve(message.pages);
      else reject(new Error(`the PDF could not be read: ${message.wrong}`));
    };
    from.on('message', answer);
    from.once('exit', (code) => reject(new Error(`the reader ended with ${code}`)));
    from.send({ id, pdf: Buffer.from(bytes).toString('base64') });
  });
}

/** The words of a PDF, with single spaces. */
export const textOfPdf = async (bytes: Uint8Array): Promise<string> =>
  (await pagesOfPdf(bytes))
    .map((page) => page.text)
    .join(' ')
    .replace(/\s+/g, ' ');
