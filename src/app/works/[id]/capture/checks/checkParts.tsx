'use client';
import { ErrorCallout, postJson, type ActionError } from '@/ui/Actions';
import { JobProgress } from '@/ui/Job';
import { useState } from 'react';

export function usePractice(workId: string) {
  const [job, setJob] = useState<string | null>(null);
  const [error, setError] = useState<ActionError | null>(null);
  const begin = async (
    device: 'flatbed' | 'camera',
    shows: 'work' | 'blank board' | 'target',
    onlyPass: number | null = null,
  ) => {
    setError(null);
    const answer = await postJson<{ job: string }>('/api/capture', {
      device,
      workId,
      ppi: 150,
      longSidePx: 2_400,
      shows,
      onlyPass,
    });
    if ('error' in answer) setError(answer.error);
    else setJob(answer.done.job);
  };
  return {
    begin,
    line: (
      <>
        {job && <JobProgress key={job} job={job} />}
        <ErrorCallout error={error} />
      </>
    ),
  };
}
