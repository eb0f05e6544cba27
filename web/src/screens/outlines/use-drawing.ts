import type { MapDrawingAnswer } from '@gorse/contract';
import type { ReadAnswers } from '@gorse/core';
import { useEffect, useState } from 'react';
import { api, questionOf, sentenceOf } from '../../api/api.ts';

/** Lines nearer to each other than a thread's breadth, mm, were meant to be one. */
const USUAL_SNAP = 25.4 / 32;

type Reading =
  | { readonly is: 'empty' | 'reading' }
  | { readonly is: 'refused'; readonly why: string }
  | { readonly is: 'asked'; readonly question: NonNullable<ReturnType<typeof questionOf>> }
  | { readonly is: 'read'; readonly drawing: MapDrawingAnswer };

/** A drawing that is read in: its file, how near lines are one, what it didn't say, and what came of it. */
export function useDrawing() {
  const [file, setFile] = useState<File | null>(null);
  const [answers, setAnswers] = useState<ReadAnswers>({});
  const [snap, setSnap] = useState(USUAL_SNAP);
  const [reading, setReading] = useState<Reading>({ is: 'empty' });
  useEffect(() => {
    if (!file) {
      setReading({ is: 'empty' });
      return;
    }
    let wanted = true;
    setReading({ is: 'reading' });
    void api
      .readMapDrawing(file, snap, answers)
      .then((drawing): Reading => ({ is: 'read', drawing }))
      .catch((error: unknown): Reading => {
        const question = questionOf(error);
        return question ? { is: 'asked', question } : { is: 'refused', why: sentenceOf(error) };
      })
      .then((next) => wanted && setReading(next));
    return () => {
      wanted = false;
    };
  }, [file, snap, answers]);
  const take = (next: File | null): void => {
    setAnswers({});
    setFile(next);
  };
  return { file, take, answer: setAnswers, snap, setSnap, reading };
}
