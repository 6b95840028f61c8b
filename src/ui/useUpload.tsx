'use client';
import { useCallback, useState } from 'react';
import styled from 'styled-components';
import type { ActionAnswer } from './Actions';
import { Button } from './Button';
import type { Sent } from './sendFile';
import { fetchedSender } from './sending';
import { t } from './tokens';

export type UploadState = {
  name: string;
  sent: number;
  total: number;
  /** Going out, all of it there and looked at, or the way broken off and tried again. */
  stage: 'sending' | 'looking' | 'waiting';
  secondsLeft: number | null;
  stop: () => void;
};

/** One file at a time on its way in: how far it is, a way to stop it, and on by itself where the connection broke off. */
export function useUpload() {
  const [upload, setUpload] = useState<UploadState | null>(null);
  const send = useCallback(async <T = ActionAnswer,>(url: string, file: File): Promise<Sent<T>> => {
    setUpload(beginningOf(file));
    const patch = (change: (was: UploadState) => Partial<UploadState>) =>
      setUpload((was) => was && { ...was, ...change(was) });
    const sendFile = await fetchedSender();
    const answer = await sendFile<T>(url, file, {
      onStart: (stop) => patch(() => ({ stop })),
      onProgress: progressOf(Date.now(), patch),
      onWaiting: () => patch(() => ({ stage: 'waiting', secondsLeft: null })),
    });
    setUpload(null);
    return answer;
  }, []);
  return { upload, isSending: upload !== null, send };
}

export const beginningOf = (file: File): UploadState => ({
  name: file.name,
  sent: 0,
  total: file.size,
  stage: 'sending',
  secondsLeft: null,
  stop: () => {},
});

/** What the bytes that have gone say: how far it is, and how long it will take at the pace so far. */
export const progressOf =
  (startedAt: number, patch: (change: () => Partial<UploadState>) => void) =>
  (sent: number, total: number): void =>
    patch(() => ({
      sent,
      total,
      stage: sent === total ? 'looking' : 'sending',
      secondsLeft:
        sent > 0 ? Math.ceil(((Date.now() - startedAt) / 1_000) * ((total - sent) / sent)) : null,
    }));

const Line = styled.div`
  display: grid;
  gap: 5px;
  > div {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 4px 12px;
    align-items: baseline;
  }
  progress {
    width: 100%;
    height: 4px;
    appearance: none;
    border: 0;
    background: ${t.hair};
    &::-webkit-progress-bar {
      background: ${t.hair};
    }
    &::-webkit-progress-value {
      background: ${t.ink};
    }
  }
`;

const mb = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e8 ? 1 : 0);

function standing({ stage, sent, total, secondsLeft }: UploadState): string {
  if (stage === 'looking') return `all ${mb(total)} MB here; reading it`;
  const far = `${mb(sent)} of ${mb(total)} MB`;
  if (stage === 'waiting')
    return `the way to Glassine broke off at ${far}; it goes on by itself when there is one again`;
  return secondsLeft !== null && secondsLeft > 1 ? `${far}, about ${secondsLeft} s left` : far;
}

/** A file on its way in, in words and as a bar, with a way to stop it. */
export function UploadProgress({ upload }: { upload: UploadState | null }) {
  if (!upload) return null;
  return (
    <Line>
      <div>
        <strong>{upload.name}</strong>
        <span role={upload.stage === 'waiting' ? 'status' : undefined}>{standing(upload)}</span>
        <Button quiet onPress={upload.stop}>
          Stop
        </Button>
      </div>
      <progress max={upload.total || 1} value={upload.sent} aria-label={`${upload.name} coming in`} />
    </Line>
  );
}
