import type { ReactNode } from 'react';
import { newestChange } from '@/store/changes';
import { AsOf } from '@/ui/seen';
import { studio } from './server';

/**
 * A page that knows how new it is: an act sent from it is refused where it would pass over what another window changed since.
 * Read before anything the page shows, so that nothing shown is older than it says.
 */
export function seen<P>(Page: (props: P) => ReactNode | Promise<ReactNode>) {
  return async function SeenPage(props: P) {
    const change = await newestChange((await studio()).db);
    return (
      <>
        <AsOf change={change} />
        {await Page(props)}
      </>
    );
  };
}
