import { seen } from '@/app/seen';
import type { Metadata } from 'next';
import { WorkForm } from '../WorkForm';
import { NewWork } from './NewWork';

export const metadata: Metadata = { title: 'A new work' };
function NewWorkPage() {
  return (
    <NewWork>
      <WorkForm work={null} />
    </NewWork>
  );
}

export default seen(NewWorkPage);
