'use client';
import { FieldError, Label, Text } from 'react-aria-components';
import styled from 'styled-components';
import { t } from './tokens';

/** What stands over a field. */
export const Name = styled(Label)`
  color: ${t.ink2};
  font-size: 12px;
  line-height: 15px;
  /* Said to the eye only: the field itself says it to a screen reader. */
  [data-required] > &::after {
    content: ' · needed' / '';
    color: ${t.ink3};
  }
`;
/** What stands under it while nothing is wrong. */
export const Hint = styled(Text)`
  color: ${t.ink3};
  font-size: 12px;
  line-height: 15px;
`;
/** What is wrong with it, in the hint's place. */
export const Wrong = styled(FieldError)`
  color: ${t.fails};
  font-size: 12px;
  line-height: 15px;
`;
