/** The text that a page sent to be looked at, up to a length. */
export async function typedText(request: Request, longest: number): Promise<string> {
  const body: unknown = await request.json().catch(() => null);
  const text = typeof body === 'object' && body !== null && 'text' in body ? body.text : '';
  return typeof text === 'string' ? text.slice(0, longest) : '';
}
