// What stands at the demo's address while the demo is being made: how far it is, until the studio itself answers there. Plain
// Node without a package, so that it opens as soon as there is anything to wait for.
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';

/** The house's own letters, as they are installed. */
const FONTS = new Map(
  ['archivo', 'newsreader'].map((name) => [
    `/${name}.woff2`,
    `node_modules/@fontsource-variable/${name}/files/${name}-latin-wght-normal.woff2`,
  ]),
);

/** Who asks gets what is known by now; this long after the last of it. */
const EVERY_MS = 700;

/**
 * Opens it.
 *
 * @param {{ host: string, port: string, steps: { name: string, says: string }[] }} q what has to be done, in order
 * @returns `tell` says of a step how far it is, 0 to 1, and what is being done; `close` gives the address free
 */
export async function openWaitingRoom({ host, port, steps }) {
  const began = Date.now();
  const state = steps.map((step) => ({ ...step, share: 0, now: '' }));
  const answers = (url) => {
    if (url === '/') return { type: 'text/html; charset=utf-8', body: page(steps) };
    if (FONTS.has(url)) return { type: 'font/woff2', body: readFileSync(FONTS.get(url)) };
    if (url === '/making')
      return { type: 'application/json', body: JSON.stringify({ began, now: Date.now(), steps: state }) };
    return null;
  };
  const server = createServer(({ url }, response) => {
    const answer = answers(url);
    const usual = { 'cache-control': 'no-store', connection: 'close' };
    // Who came for another page waits here first.
    if (!answer) return response.writeHead(302, { ...usual, location: '/' }).end();
    response.writeHead(200, { ...usual, 'content-type': answer.type }).end(answer.body);
  });
  await new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(Number(port), host.replace(/[[\]]/g, ''), resolve);
  });
  return {
    tell(name, share, now = '') {
      const step = state.find((each) => each.name === name);
      Object.assign(step, { share: Math.max(step.share, share), now });
    },
    close: () =>
      new Promise((resolve) => {
        server.close(resolve);
        server.closeAllConnections();
      }),
  };
}

const page = (steps) => `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>The demo studio is being made · Glassine</title>
<noscript><meta http-equiv="refresh" content="5"></noscript>
<style>
  @font-face { font-family: Archivo; src: url(/archivo.woff2); }
  @font-face { font-family: Newsreader; src: url(/newsreader.woff2); }
  :root { color-scheme: light; }
  body { margin: 0; background: #dcdcdc; color: #17202b; font: 17px/1.5 Archivo, system-ui, sans-serif; }
  main { box-sizing: border-box; max-width: 720px; margin: 0 auto; padding: 9vh 24px 48px; }
  .sheet { background: #fafafa; border: 1px solid #b4b4b4; padding: 36px clamp(20px, 6vw, 56px) 40px; }
  h1 { margin: 0 0 8px; font: 500 34px/1.15 Newsreader, Georgia, serif; }
  p { margin: 0 0 20px; max-width: 56ch; color: #4c5560; }
  ol { margin: 28px 0 0; padding: 0; list-style: none; }
  li { padding: 14px 0 16px; border-top: 1px solid #cccccc; }
  .line { display: flex; justify-content: space-between; gap: 16px; }
  .figure { font-variant-numeric: tabular-nums; white-space: nowrap; }
  .now { min-height: 1.5em; color: #4c5560; font-size: 15px; overflow-wrap: anywhere; }
  progress { appearance: none; display: block; width: 100%; height: 6px; margin: 8px 0 6px; border: 0; background: #e6e6e6; }
  progress::-webkit-progress-bar { background: #e6e6e6; }
  progress::-webkit-progress-value { background: #17202b; }
  progress::-moz-progress-bar { background: #17202b; }
</style>
<main>
  <div class="sheet">
    <h1>The demo studio is being made</h1>
    <p>Ten pictures are painted, and a year of somebody’s work with them is lived through: captures, proofs, editions, orders. That is done once, and takes about four minutes on two cores. This page goes on into the studio by itself.</p>
    <p role="status" id="status">Just begun.</p>
    <ol>${steps
      .map(
        ({ name, says }) =>
          `<li><div class="line"><span id="${name}-label">${says}</span><span class="figure" id="${name}-figure">waiting</span></div><progress id="${name}" aria-labelledby="${name}-label" max="1" value="0"></progress><div class="now" id="${name}-now"></div></li>`,
      )
      .join('')}</ol>
  </div>
</main>
<script>
  const byId = (id) => document.getElementById(id);
  const clock = (ms) => Math.floor(ms / 60000) + ' min ' + Math.floor((ms / 1000) % 60) + ' s';
  async function look() {
    // Nothing answers while the one gives the address to the other.
    const answer = await fetch('/making', { cache: 'no-store' }).catch(() => null);
    const isMaking = answer?.ok && answer.headers.get('content-type') === 'application/json';
    if (isMaking) {
      const { began, now, steps } = await answer.json();
      byId('status').textContent = clock(now - began) + ' so far.';
      for (const { name, share, now: doing } of steps) {
        byId(name).value = share;
        byId(name + '-figure').textContent = share >= 1 ? 'done' : share > 0 ? Math.round(share * 100) + ' %' : doing ? 'begun' : 'waiting';
        byId(name + '-now').textContent = share >= 1 ? '' : doing;
      }
    } else {
      const studio = await fetch('/api/state', { cache: 'no-store' }).catch(() => null);
      if (studio && (studio.status === 200 || studio.status === 401)) return location.replace('/');
      byId('status').textContent = 'The studio is being opened.';
    }
    setTimeout(look, ${EVERY_MS});
  }
  look();
</script>
</html>
`;
