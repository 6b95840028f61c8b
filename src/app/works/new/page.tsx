import type { Metadata } from 'next';
import { WorkForm } from '../WorkForm';
import { NewWork } from './NewWork';

export const metadata: Metadata = { title: 'A new work' };
export default function NewWorkPage() {
  return (
    <NewWork>
      <WorkForm work={null} />
    </NewWork>
  );
}
