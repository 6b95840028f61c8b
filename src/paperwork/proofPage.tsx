/** What a client is told of a proof. */
export type ProofPage = {
  studio: string;
  title: string;
  pictures: { says: string; jpeg: Uint8Array }[];
  facts: (readonly [name: string, value: string])[];
  cautions: string[];
};

/**
 * A proof as one page that carries its pictures within itself: no script, no link, nothing fetched. Whoever gets it answers in
 * writing, by whatever means it came.
 */
export async function proofPageHtml(page: ProofPage): Promise<string> {
  // Named only when it is needed: a bundle of server components may not hold React's own renderer.
  const { renderToStaticMarkup } = await import('react-dom/server');
  return `<!doctype html>\n${renderToStaticMarkup(<Page {...page} />)}\n`;
}

function Page({ studio, title, pictures, facts, cautions }: ProofPage) {
  return (
    <html lang="en">
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width,initial-scale=1" />
        <title>{`${title}: proof`}</title>
        <style dangerouslySetInnerHTML={{ __html: CSS }} />
      </head>
      <body>
        <main>
          <h1>{title}</h1>
          <p>A proof from {studio}, for your eyes and your answer.</p>
          <dl>
            {facts.flatMap(([name, value]) => [
              <dt key={name}>{name}</dt>,
              <dd key={`${name} is`}>{value}</dd>,
            ])}
          </dl>
          {pictures.map(({ says, jpeg }) => (
            <figure key={says}>
              <img alt={says} src={`data:image/jpeg;base64,${Buffer.from(jpeg).toString('base64')}`} />
              <figcaption>{says}</figcaption>
            </figure>
          ))}
          {cautions.length > 0 && (
            <>
              <h2>Please know</h2>
              <ul>
                {cautions.map((caution) => (
                  <li key={caution}>{caution}</li>
                ))}
              </ul>
            </>
          )}
          <Answer />
        </main>
      </body>
    </html>
  );
}

function Answer() {
  return (
    <section className="answer">
      <h2>Your answer</h2>
      <p>
        <span className="box" />I accept this proof as it is, and prints are to be made like it.
      </p>
      <p>
        <span className="box" />I ask for changes:
      </p>
      <div className="line" />
      <div className="line" />
      <p>Name, date:</p>
      <div className="line" />
      <p>Answer by whatever means this page reached you; your words are kept with the proof.</p>
    </section>
  );
}

/** The page must stand by itself wherever it is opened: the studio's own fonts and tokens are not there. */
const CSS = `
body{margin:0;background:#dcdcdc;color:#17202b;font:15px/22px system-ui,sans-serif}
main{max-width:900px;margin:0 auto;padding:28px 20px 60px}
h1{font:italic 30px/36px Georgia,serif;margin:0 0 2px}
figure{margin:22px 0;background:#fafafa;border-top:1px solid #17202b;padding:14px}
img{max-width:100%;display:block;margin:0 auto}
figcaption{color:#4c5560;font-size:13px;padding-top:8px}
dl{display:grid;grid-template-columns:max-content 1fr;gap:4px 18px;background:#fafafa;border-top:1px solid #17202b;padding:14px;margin:0}
dt{color:#4c5560}
dd{margin:0}
.answer{background:#fafafa;border-top:1px solid #17202b;padding:14px;margin-top:22px}
.answer p{margin:6px 0}
.box{display:inline-block;width:14px;height:14px;border:1px solid #17202b;margin-right:8px;vertical-align:-2px}
.line{border-bottom:1px solid #17202b;height:30px}
li{margin:4px 0}
@media print{body{background:#fff}}
`;
