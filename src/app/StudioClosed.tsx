/** All that can be shown while the studio cannot be opened: why, and that nothing has to be restarted. */
export function StudioClosed({ message }: { message: string }) {
  return (
    <html lang="en">
      <head>
        <meta httpEquiv="refresh" content="10" />
        <title>Glassine is closed</title>
      </head>
      <body style={{ margin: 0, background: '#dcdcdc', color: '#17202b', font: '15px/1.5 sans-serif' }}>
        <main style={{ maxWidth: 560, margin: '14vh auto', padding: 24, background: '#fafafa' }}>
          <h1 style={{ fontSize: 22, margin: '0 0 12px' }}>The studio is not open</h1>
          <p role="alert">{message}</p>
          <p>This page looks again every ten seconds. Nothing that was kept is lost.</p>
        </main>
      </body>
    </html>
  );
}
