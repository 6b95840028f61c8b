import { readdirSync } from 'node:fs';
import { join, relative, sep } from 'node:path';
import type { APIRequestContext } from '@playwright/test';

const APP = join(process.cwd(), 'src/app');

/** Every page there is, as its folders name it: `/works/[id]/sizes`. A new page is among them without being listed. */
export function pagePatterns(folder = APP): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) return pagePatterns(path);
    return entry.name === 'page.tsx' ? [`/${relative(APP, folder).split(sep).join('/')}`] : [];
  });
}

/** A pattern as an expression that its addresses match; one with a name in it comes behind those without. */
const matcher = (pattern: string) =>
  new RegExp(`^${pattern.replace(/\[[^\]]+\]/g, '[^/]+').replace(/\/$/, '') || '/'}$`);

export function patternOf(path: string, patterns: readonly string[]): string | null {
  const exact = patterns.find((pattern) => pattern === path);
  return (
    exact ?? patterns.find((pattern) => pattern.includes('[') && matcher(pattern).test(path)) ?? null
  );
}

/** One address of every page, found by following links from the bench as a person would. */
export async function findPages(request: APIRequestContext): Promise<Map<string, string>> {
  const patterns = pagePatterns();
  const found = new Map<string, string>();
  // A search is asked, not linked to; and nobody is sent to the door while it stands open.
  const waiting = ['/', '/find?q=a', '/enter'];
  while (waiting.length > 0 && found.size < patterns.length) {
    const path = waiting.shift()!;
    const pattern = patternOf(path.split('?')[0]!, patterns);
    if (!pattern || found.has(pattern)) continue;
    found.set(pattern, path);
    const html = await (await request.get(path)).text();
    for (const [, href] of html.matchAll(/<a [^>]*href="(\/[^"]*)"/g))
      if (!href!.startsWith('/api/')) waiting.push(href!.replaceAll('&amp;', '&'));
  }
  return found;
}
