/** What a client is told of a proof. */
export type ProofPage = {
  studio: string;
  title: string;
  pictures: { says: string; jpeg: Uint8Array }[];
  facts: (readonly [name: string, value: string])[];
  cautions: string[];
};

const ESCAPES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&#39;',
};
/** @example escaped('<b> & "c"') // '&lt;b&gt; &amp; &quot;c&quot;' */
export const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => ESCAPES[c]!);

/**
 * A proof as one page that carries its pictures within itself: no script, no link, nothing fetched. Whoever gets it answers in
 * writing, by whatever means it came.
 *
 * @example proofPageHtml({ studio: 'S', title: 'A & B', pictures: [], facts: [], cautions: [] }).includes('A &amp; B') // true
 */
export function proofPageHtml(p: ProofPage): string {
  const e = escaped;
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${e(p.title)}: proof</title>
<style>body{margin:0;background:#dcdcdc;color:#17202b;font:15px/22px system-ui,sans-serif}main{max-width:900px;margin:0 auto;padding:28px 20px 60px}h1{font:italic 30px/36px Georgia,serif;margin:0 0 2px}figure{margin:22px 0;background:#fafafa;border-top:1px solid #17202b;padding:14px}img{max-width:100%;display:block;margin:0 auto}figcaption{color:#4c5560;font-size:13px;padding-top:8px}dl{display:grid;grid-template-columns:max-content 1fr;gap:4px 18px;background:#fafafa;border-top:1px solid #17202b;padding:14px;margin:0}dt{color:#4c5560}dd{margin:0}.answer{background:#fafafa;border-top:1px solid #17202b;padding:14px;margin-top:22px}.answer p{margin:6px 0}.box{display:inline-block;width:14px;height:14px;border:1px solid #17202b;margin-right:8px;vertical-align:-2px}.line{border-bottom:1px solid #17202b;height:30px}li{margin:4px 0}@media print{body{background:#fff}}</style></head>
<body><main><h1>${e(p.title)}</h1><p>A proof from ${e(p.studio)}, for your eyes and your answer.</p>
<dl>${p.facts.map(([k, v]) => `<dt>${e(k)}</dt><dd>${e(v)}</dd>`).join('')}</dl>
${p.pictures.map((f) => `<figure><img alt="${e(f.says)}" src="data:image/jpeg;base64,${Buffer.from(f.jpeg).toString('base64')}"><figcaption>${e(f.says)}</figcaption></figure>`).join('\n')}
${p.cautions.length ? `<h2>Please know</h2><ul>${p.cautions.map((c) => `<li>${e(c)}</li>`).join('')}</ul>` : ''}
<section class="answer"><h2>Your answer</h2><p><span class="box"></span>I accept this proof as it is, and prints are to be made like it.</p><p><span class="box"></span>I ask for changes:</p><div class="line"></div><div class="line"></div><p>Name, date:</p><div class="line"></div><p>Answer by whatever means this page reached you; your words are kept with the proof.</p></section>
</main></body></html>
`;
}
