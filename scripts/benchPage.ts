import { readFile, writeFile } from 'node:fs/promises';

const PAGE = 'docs/benchmarks.md';

/**
 * Writes one section of the page of benchmarks anew and leaves the others as they stand. Sections begin with a heading of
 * their own; what stands before the first belongs to none of them.
 *
 * @param title without its marks; null for what stands before the first section
 */
export async function writeSection(title: string | null, body: string): Promise<void> {
  const [head = '', ...sections] = (await readFile(PAGE, 'utf8')).split(/^(?=## )/m);
  const text = `${title === null ? '' : `## ${title}\n\n`}${body.trim()}\n\n`;
  const at = sections.findIndex((section) => section.startsWith(`## ${title}\n`));
  if (title === null) sections.unshift(text);
  else if (at < 0) sections.push(text);
  else sections[at] = text;
  const all = title === null ? sections : [head, ...sections];
  await writeFile(PAGE, `${all.join('').trimEnd()}\n`);
}

/** A table as Markdown. */
export const markdownTable = (head: readonly string[], rows: readonly (readonly string[])[]): string =>
  [head, head.map(() => '---'), ...rows].map((row) => `| ${row.join(' | ')} |`).join('\n');
