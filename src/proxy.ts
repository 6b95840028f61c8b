import { NextResponse, type NextRequest } from 'next/server';
import { allowedHosts, isInside, PASS_COOKIE, reasonToRefuse } from '@/app/guard';

const hosts = allowedHosts(process.env);

/** Stands before every page and door but the intake, which checks for itself (a stood-before upload would be held in memory). */
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
  if (refused) return NextResponse.json({ error: { says: refused } }, { status: 403 });
  const isDoor = nextUrl.pathname === '/enter' || nextUrl.pathname === '/api/enter';
  if (!isDoor && !isInside(request.cookies.get(PASS_COOKIE)?.value)) {
    return nextUrl.pathname.startsWith('/api/')
      ? NextResponse.json({ error: { says: 'Enter the passphrase first.' } }, { status: 401 })
      : NextResponse.redirect(new URL('/enter', request.url));
  }
  return NextResponse.next();
}

export const config = { matcher: ['/((?!api/intake|api/check/|api/printfile$|_next/|icon).*)'] };
