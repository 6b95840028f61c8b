'use client';
import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { JobProgress } from '@/ui/Job';
import { useState } from 'react';

/** An act that ends in a job, and its line. */
export function useJob() {
  const action = useAction();
  const [job, setJob] = useState<string | null>(null);
  const begin = async <N extends 'makeCopy'>(name: N, input: ActionInput<N>) => {
    const done = await action.run(name, input);
    if (typeof done?.job === 'string') setJob(done.job);
  };
  return {
    begin,
    busy: action.isPending,
    line: (
      <>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={action.error} />
      </>
    ),
  };
}
