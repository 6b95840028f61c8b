import { NextResponse, type NextRequest } from 'next/server';
import { allowedHosts, isInside, outsideSentence, PASS_COOKIE, reasonToRefuse } from '@/app/guard';
import { pagePolicy } from '@/app/headers';

const hosts = allowedHosts(process.env);

/** Stands before every page and door but the uploads, which check for themselves (a stood-before body is held in memory and cut). */
export default function proxy(request: NextRequest) {
  const { method, headers, nextUrl } = request;
  const refused = reasonToRefuse(
    {
      method,
      host: headers.get('host'),
      origin: headers.get('origin'),
      fetchSite: headers.get('sec-fetch-site'),
    },
    hosts,
  );
  if (refused) return NextResponse.json({ error: { message: refused } }, { status: 403 });
  if (!isPath(nextUrl.pathname))
    return NextResponse.json(
      { error: { message: 'That address is none: it holds broken signs.' } },
      { status: 400 },
    );
  const isApi = nextUrl.pathname.startsWith('/api/');
  const isDoor = nextUrl.pathname === '/enter' || nextUrl.pathname === '/api/enter';
  // A calendar program brings the key in its address, and that is all it can read.
  const isFeed = /^\/api\/feed\/[\w-]+$/.test(nextUrl.pathname) && method === 'GET';
  if (!isDoor && !isFeed && !isInside(request.cookies.get(PASS_COOKIE)?.value)) {
    const message = outsideSentence();
    return isApi
      ? NextResponse.json({ error: { message } }, { status: 401 })
      : NextResponse.redirect(new URL('/enter', request.url));
  }
  if (isApi) return NextResponse.next();
  return withPolicy(request);
}

/** A page runs only the scripts that were sent with it: each carries a word made for this one answer. */
function withPolicy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = pagePolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

/** An address whose percent signs cannot be read belongs to nothing. */
function isPath(pathname: string): boolean {
  try {
    decodeURIComponent(pathname);
    return true;
  } catch {
    return false;
  }
}

// Exactly the doors that take uploads, and the files of the build. Each upload door is held against this in a test.
export const config = {
  matcher: [
    '/((?!api/intake$|api/check/[^/]+/[^/]+$|api/printfile$|api/profiles$|api/photographs$|api/evidence$|api/walls$|api/proofs/[^/]+/capture$|api/proofs/[^/]+/photo$|_next/static/|icon\\.svg$).*)',
  ],
};
