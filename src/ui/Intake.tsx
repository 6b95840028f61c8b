'use client';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import styled from 'styled-components';
import { Button } from './Button';
import { sendFile } from './sendFile';
import { narrow, t } from './tokens';
import { MarkedText } from './Verdict';

type Upload = {
  key: number;
  name: string;
  sent: number;
  total: number;
  secondsLeft: number | null;
  state: 'sending' | 'looking' | 'in' | 'refused';
  message: string;
  stop: (() => void) | null;
  workId?: string;
};

const PICTURES = '.tif,.tiff,.jpg,.jpeg,.png,.webp,image/tiff,image/jpeg,image/png,image/webp';

/** Files on their way in: one at a time, each with its progress, its time left and a way to stop it. */
export function useIntake(workId: string | null, onIn?: (workId: string) => void) {
  const [uploads, setUploads] = useState<Upload[]>([]);
  const router = useRouter();
  const count = useRef(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const patch = useCallback(
    (key: number, change: Partial<Upload>) =>
      setUploads((all) => all.map((u) => (u.key === key ? { ...u, ...change } : u))),
    [],
  );
  const send = useCallback(
    (file: File) => {
      const key = ++count.current;
      setUploads((all) => [
        ...all.filter((u) => u.state === 'sending' || u.state === 'looking'),
        {
          key,
          name: file.name,
          sent: 0,
          total: file.size,
          secondsLeft: null,
          state: 'sending',
          message: '',
          stop: null,
        },
      ]);
      const go = async () => {
        const startedAt = Date.now();
        const url = `/api/intake?name=${encodeURIComponent(file.name)}${workId ? `&work=${workId}` : ''}`;
        const result = await sendFile<{ message: string; workId: string }>(url, file, {
          onStart: (stop) => patch(key, { stop }),
          onProgress: (sent, total) =>
            patch(key, {
              sent,
              state: sent === total ? 'looking' : 'sending',
              secondsLeft: sent > 0 ? secondsLeft(startedAt, sent, total) : null,
            }),
        });
        if ('error' in result) {
          patch(key, { state: 'refused', message: result.error.message });
          return;
        }
        patch(key, { state: 'in', message: result.done.message, workId: result.done.workId });
        onIn?.(result.done.workId);
        router.refresh();
      };
      queue.current = queue.current.then(go);
    },
    [workId, patch, onIn, router],
  );
  return { uploads, send };
}

const secondsLeft = (startedAt: number, sent: number, total: number): number =>
  Math.ceil(((Date.now() - startedAt) / 1000) * ((total - sent) / sent));

const Zone = styled.div<{ $over: boolean }>`
  position: relative;
  outline: ${(p) => (p.$over ? `2px dashed ${t.ink}` : 'none')};
  outline-offset: 4px;
`;
const List = styled.ul`
  display: grid;
  gap: 6px;
  margin: 10px 0;
  li {
    background: ${t.white};
    border: 1px solid ${t.line};
    padding: 8px 10px;
    display: grid;
    gap: 5px;
  }
  li > div {
    display: flex;
    justify-content: space-between;
    gap: 12px;
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
  ${narrow} {
    li > div {
      flex-wrap: wrap;
    }
  }
`;

/** Takes files by drop anywhere on the page or by choosing; `children` get the button that chooses. */
export function IntakeZone({
  workId,
  label,
  openWork,
  children,
}: {
  workId: string | null;
  label: string;
  openWork?: boolean;
  children?: (choose: ReactNode) => ReactNode;
}) {
  const router = useRouter();
  const onIn = useCallback(
    (id: string) => {
      if (openWork) router.push(`/works/${id}/capture`);
    },
    [openWork, router],
  );
  const { uploads, send } = useIntake(workId, onIn);
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const hasFiles = (e: DragEvent) => e.dataTransfer?.types.includes('Files');
    const onOver = (e: DragEvent) => {
      if (hasFiles(e)) {
        e.preventDefault();
        setOver(true);
      }
    };
    const onLeave = (e: DragEvent) => {
      if (!e.relatedTarget) setOver(false);
    };
    const onDrop = (e: DragEvent) => {
      if (hasFiles(e)) {
        e.preventDefault();
        setOver(false);
        [...e.dataTransfer!.files].forEach(send);
      }
    };
    document.addEventListener('dragover', onOver);
    document.addEventListener('dragleave', onLeave);
    document.addEventListener('drop', onDrop);
    return () => {
      document.removeEventListener('dragover', onOver);
      document.removeEventListener('dragleave', onLeave);
      document.removeEventListener('drop', onDrop);
    };
  }, [send]);
  const choose = <Button onPress={() => input.current?.click()}>{label}</Button>;
  return (
    <Zone $over={over}>
      <input
        ref={input}
        type="file"
        accept={PICTURES}
        multiple
        hidden
        aria-label={label}
        onChange={(e) => {
          [...(e.target.files ?? [])].forEach(send);
          e.target.value = '';
        }}
      />
      {children ? children(choose) : choose}
      {uploads.length > 0 && (
        <List aria-label="Files on their way in">
          {uploads.map((u) => (
            <UploadLine key={u.key} upload={u} />
          ))}
        </List>
      )}
    </Zone>
  );
}

const mb = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e8 ? 1 : 0);

function UploadLine({ upload: u }: { upload: Upload }) {
  const going = u.state === 'sending' || u.state === 'looking';
  return (
    <li>
      <div>
        <strong>{u.name}</strong>
        {u.state === 'sending' && (
          <span>
            {mb(u.sent)} of {mb(u.total)} MB
            {u.secondsLeft !== null && u.secondsLeft > 1 ? `, about ${u.secondsLeft} s left` : ''}
          </span>
        )}
        {u.state === 'looking' && <span>all {mb(u.total)} MB here; reading its facts</span>}
        {going && (
          <Button quiet onPress={() => u.stop?.()}>
            Stop
          </Button>
        )}
      </div>
      {going && <progress max={u.total || 1} value={u.sent} aria-label={`${u.name} coming in`} />}
      {u.state === 'in' && <MarkedText kind="holds">{u.message}</MarkedText>}
      {u.state === 'refused' && (
        <div role="alert">
          <MarkedText kind="fails">{u.message}</MarkedText>
        </div>
      )}
    </li>
  );
}
