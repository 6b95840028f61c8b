import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

const PARTS: Readonly<Record<string, string>> = {
  'lcms.js': 'text/javascript; charset=utf-8',
  'lcms.wasm': 'application/wasm',
};

/** The colour engine as it was published, for a browser's worker. */
export async function GET(_: Request, { params }: { params: Promise<{ part: string }> }) {
  const { part } = await params;
  const type = Object.hasOwn(PARTS, part) ? PARTS[part] : undefined;
  if (!type) return new Response('', { status: 404 });
  return new Response(
    new Uint8Array(await readFile(join(process.cwd(), 'node_modules/lcms-wasm/dist', part))),
    { headers: { 'content-type': type, 'cache-control': 'public, max-age=86400' } },
  );
}
