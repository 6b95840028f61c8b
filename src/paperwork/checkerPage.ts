import { build } from 'esbuild';
import { join } from 'node:path';
import type { CheckerFacts } from '@/checker/facts';

let script: Promise<string> | null = null;

/** The page's script in one piece, made from its sources once and kept. */
function checkerScript(): Promise<string> {
  script ??= build({
    entryPoints: [join(/* turbopackIgnore: true */ process.cwd(), 'src/checker/main.ts')],
    bundle: true,
    write: false,
    minify: true,
    format: 'iife',
    target: 'es2020',
    alias: { '@': join(/* turbopackIgnore: true */ process.cwd(), 'src') },
    logLevel: 'silent',
  })
    // An end of script within the script would end it.
    .then((made) => made.outputFiles[0]!.text.replaceAll('</script', '<\\/script'))
    .catch((error: unknown) => {
      script = null;
      throw error;
    });
  return script;
}

const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

const STYLE = `
body{margin:0;background:#dcdcdc;color:#17202b;font:16px/1.5 system-ui,sans-serif}
main{max-width:680px;margin:0 auto;padding:32px 24px;background:#fafafa;border-top:1px solid #17202b;min-height:100vh;box-sizing:border-box}
h1{font:italic 28px/1.2 Georgia,serif;margin:0 0 8px}h2{font-size:16px;margin:20px 0 4px}
p{margin:0 0 12px}label{display:block;font-weight:600;margin:18px 0 4px}
textarea,input{font:inherit;width:100%;box-sizing:border-box}textarea{min-height:7em;border:1px solid #555d65;background:#fff;padding:8px}
small{color:#4c5560;display:block}dl{display:grid;grid-template-columns:10em 1fr;gap:4px 12px;margin:12px 0}dt{color:#4c5560}dd{margin:0}
#answer{margin-top:20px;border-top:1px solid #17202b;padding-top:14px}.word{font-size:20px;font-weight:600;margin:0 0 4px}
.word::before{display:inline-block;width:14px;height:14px;margin-right:10px;border:2px solid;content:"";box-sizing:border-box}
[data-verdict=holds] .word{color:#1d6b58}[data-verdict=holds] .word::before{background:#1d6b58}
[data-verdict=care] .word{color:#7d4d00}[data-verdict=care] .word::before{background:linear-gradient(135deg,#7d4d00 50%,transparent 50%)}
[data-verdict=fails] .word{color:#ad2f1b}[data-verdict=fails] .word::before{background:linear-gradient(transparent 40%,#ad2f1b 40% 60%,transparent 60%)}`;

/**
 * The page that checks certificates of one studio: a single file that may lie anywhere, opened without a network. Its own policy
 * forbids it to ask anybody anything.
 */
export async function checkerHtml(facts: CheckerFacts): Promise<string> {
  const json = JSON.stringify(facts).replaceAll('<', '\\u003c');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="content-security-policy" content="default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; img-src blob: data:">
<title>Certificates of ${escaped(facts.studio)}</title>
<style>${STYLE}</style>
</head>
<body>
<main>
<h1>Is this a certificate of ${escaped(facts.studio)}?</h1>
<p>Photograph the code on the sheet, or paste what it says. This page asks no network: what it knows was put into it on ${escaped(facts.savedOn)}.</p>
<label for="photo">A photograph of the code</label>
<input id="photo" type="file" accept="image/*">
<small id="photo-says" role="status"></small>
<label for="code">What the code says</label>
<textarea id="code" spellcheck="false" autocapitalize="off"></textarea>
<div id="answer" role="status" aria-live="polite"></div>
<label for="newer">A newer list of void certificates, if the studio gave you one</label>
<input id="newer" type="file" accept=".txt,text/plain">
<small id="list-says"></small>
</main>
<script type="application/json" id="facts">${json}</script>
<script>${await checkerScript()}</script>
</body>
</html>
`;
}
