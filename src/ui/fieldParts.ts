'use client';
import styled, { css } from 'styled-components';
import { narrow, t } from './tokens';

export const nameWords = css`
  color: ${t.ink2};
  font-size: 12px;
  line-height: 15px;
  /* Said to the eye only: the field itself says it to a screen reader. */
  [data-required] > &::after {
    content: ' · needed' / '';
    color: ${t.ink3};
  }
`;
export const hintWords = css`
  color: ${t.ink3};
  font-size: 12px;
  line-height: 15px;
`;
export const wrongWords = css`
  color: ${t.fails};
  font-size: 12px;
  line-height: 15px;
`;
/** What stands over a field. */
export const Name = styled.label`
  ${nameWords}
`;
/** What stands under it while nothing is wrong. */
export const Hint = styled.span`
  ${hintWords}
`;
/** What is wrong with it, in the hint's place. */
export const Wrong = styled.span`
  ${wrongWords}
`;

/** The box that is written or chosen in. */
export const writtenIn = css`
  width: 100%;
  min-height: 32px;
  padding: 6px 8px;
  border: 1px solid ${t.ink3};
  border-radius: 0;
  background: ${t.white};
  color: ${t.ink};
  &[data-focused],
  &:focus {
    outline: 2px solid ${t.ink};
    outline-offset: -1px;
  }
  &[data-invalid],
  [data-invalid] & {
    border-color: ${t.fails};
    box-shadow: inset 3px 0 0 ${t.fails};
  }
  ${narrow} {
    min-height: 44px;
    font-size: 16px;
  }
`;

/** A box that a list hangs from. */
export const chosenIn = css`
  ${writtenIn} display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  cursor: pointer;
  text-align: left;
  &::after {
    content: '';
    width: 7px;
    height: 7px;
    margin-top: -3px;
    border: solid ${t.ink};
    border-width: 0 1.5px 1.5px 0;
    transform: rotate(45deg);
    flex: none;
  }
`;

/** A box that a list hangs from and that is written in; the button at its end shows the whole list. */
export const FindBox = styled.div`
  position: relative;
  input {
    padding-right: 28px;
  }
  button {
    position: absolute;
    right: 0;
    top: 0;
    bottom: 0;
    width: 28px;
    border: 0;
    background: none;
    cursor: pointer;
    &::after {
      content: '';
      display: block;
      width: 7px;
      height: 7px;
      margin: -3px auto 0;
      border: solid ${t.ink};
      border-width: 0 1.5px 1.5px 0;
      transform: rotate(45deg);
    }
  }
`;
