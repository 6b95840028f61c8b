'use client';
import { FieldError, Label, Text } from 'react-aria-components';
import styled from 'styled-components';
import { hintWords, nameWords, wrongWords } from './fieldParts';

/** What stands over a field that a list or a calendar hangs from. */
export const Name = styled(Label)`
  ${nameWords}
`;
/** What stands under it while nothing is wrong. */
export const Hint = styled(Text)`
  ${hintWords}
`;
/** What is wrong with it, in the hint's place. */
export const Wrong = styled(FieldError)`
  ${wrongWords}
`;
