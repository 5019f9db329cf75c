import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { Refusal } from '../api/client';
import { Row } from './layouts';
import layout from './layout.module.css';

/** What a figure that hardly can be may have been, the likeliest first, and that it is so. */
export const UnlikelyAnswers = ({
  question,
  was,
  isSo,
  so = 'It is so',
  children,
}: {
  question: Refusal;
  was: (choice: string) => void;
  isSo: () => void;
  /** What says so. */
  so?: string;
  children?: ReactNode;
}) => (
  <Row className={layout.above8} gap={1}>
    {question.choices?.map((choice, i) => (
      <Button key={choice} variant={i === 0 ? 'contained' : 'outlined'} onClick={() => was(choice)}>
        It was {choice}
      </Button>
    ))}
    <Button variant="outlined" onClick={isSo}>
      {so}
    </Button>
    {children}
  </Row>
);
