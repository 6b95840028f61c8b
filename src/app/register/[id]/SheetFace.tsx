'use client';
import { FileBadge } from 'lucide-react';
import { css } from 'styled-components';
import type { EditionModel } from '@/app/models';
import { impressionLabel, SHEET_LOOKS, type SheetLook } from '@/core/edition/impressionStates';
import { t } from '@/ui/tokens';
import type { SheetLine } from './sheets';
import { sheetWord } from './useEditionDesk';

export const CELL = { width: 94, widest: 170, height: 66, gap: 12 };
/** So many rows are seen at once; the others are drawn as they come. */
export const ROWS_SEEN = 7;

/** As high as its rows, as long as they are few. */
export const gridHeight = (sheets: number): string => {
  const rows = Math.min(ROWS_SEEN, Math.max(1, Math.ceil(sheets / 6)));
  return `min(${rows * (CELL.height + CELL.gap) + 4}px, 70vh)`;
};

export const sheetCell = css`
  position: relative;
  height: ${CELL.height}px;
  box-sizing: border-box;
  padding: 5px 7px;
  cursor: default;
  outline: none;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
  font-size: 12px;
  line-height: 14px;
  border: 1px solid ${t.ink3};
  background: ${t.white};
  &[data-look='corners'] {
    border-color: transparent;
    background: none;
    color: ${t.ink2};
  }
  &[data-look='gone'] {
    background: ${t.wall};
  }
  &[data-outside] {
    border-style: dashed;
    border-color: ${t.ink3};
  }
  &[data-selected] {
    border: 2px solid ${t.ink};
    padding: 4px 6px;
  }
  &[data-focus-visible] {
    outline: 2px solid ${t.ink};
    outline-offset: -4px;
  }
  img {
    position: absolute;
    inset: 6px 8px 21px;
    width: calc(100% - 16px);
    height: calc(100% - 27px);
    object-fit: contain;
    object-position: left;
  }
  svg.strokes {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  b {
    position: relative;
    font-size: 14px;
  }
  span {
    position: relative;
    color: ${t.ink2};
    text-align: right;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .foot {
    display: flex;
    justify-content: space-between;
    align-items: baseline;
    gap: 4px;
    margin-top: auto;
  }
  .seal {
    position: absolute;
    right: 7px;
    top: 5px;
  }
  &[data-look='gone'] .seal,
  &[data-look='torn'] .seal {
    top: auto;
    bottom: 6px;
  }
`;

/** How a sheet is drawn, and what is said of it. */
export function sheetSaid(row: SheetLine, edition: EditionModel) {
  const { impression: i } = row;
  const label = impressionLabel(i.kind, i.number, edition.size, edition.name);
  const says = `${label}, ${sheetWord(row, edition)}${row.hasCertificate ? ', with certificate' : ''}`;
  const isOutside = i.kind !== 'run' && i.kind !== 'open';
  return { says, look: SHEET_LOOKS[i.state], isOutside };
}

type Props = { row: SheetLine; edition: EditionModel; picture: string | null };

/** What stands on a sheet: its picture once it is printed, its number, and the word for where it is. */
export function SheetFace({ row, edition, picture }: Props) {
  const { impression: i } = row;
  const look = SHEET_LOOKS[i.state];
  const isPrinted = look === 'here';
  return (
    <>
      {isPrinted && picture && <img src={`/api/pictures/${picture}/thumb`} alt="" loading="lazy" />}
      <Strokes look={look} />
      {row.hasCertificate && <FileBadge className="seal" size={13} aria-hidden="true" />}
      <div className="foot" style={isPrinted ? undefined : { margin: 0 }}>
        <b>
          {i.kind === 'run'
            ? String(i.number)
            : impressionLabel(i.kind, i.number, edition.size, edition.name)}
        </b>
        <span>{sheetWord(row, edition)}</span>
      </div>
    </>
  );
}

/** The strokes of a sheet that is to come, gone or destroyed. */
function Strokes({ look }: { look: SheetLook }) {
  return (
    <svg className="strokes" viewBox="0 0 100 66" preserveAspectRatio="none" aria-hidden="true">
      {look === 'corners' && (
        <path
          d="M1 13V1H13M87 1H99V13M99 53V65H87M13 65H1V53"
          fill="none"
          stroke={t.ink3}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {look === 'gone' && (
        <path
          d="M16 52c6-7 9 4 14-1s7-4 11 0 7-6 12-1 7-2 12-1"
          fill="none"
          stroke={t.ink2}
          vectorEffect="non-scaling-stroke"
        />
      )}
      {look === 'torn' && (
        <path
          d="M52 0L46 16L56 30L48 46L53 66"
          fill="none"
          stroke={t.fails}
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
