import { type DesignAnswer, LARGEST_FILE, type FileQuestion } from '@gorse/contract';
import { fileKind, READABLE, type ReadAnswers } from '@gorse/core';
import { create } from 'zustand';
import { api, questionOf, sentenceOf } from '../../api/api.ts';
import { KEYS, queryClient } from '../../api/queries.ts';
import { library } from '../../library-worker/library.ts';

/** The list is fetched anew after this many files, so that a long batch shows up as it is read. */
const SHOW_EVERY = 25;
/** So many files are on their way at once: the server reads two, and the next lie ready. */
const AT_ONCE = 3;

interface Source {
  readonly name: string;
  readonly body: Blob;
}

interface Asked {
  /** Counts up: two files of a batch may have the same name. */
  readonly id: number;
  readonly source: Source;
  readonly question: FileQuestion;
}

interface Reading {
  /** Null while nothing is being read. */
  readonly progress: { readonly done: number; readonly of: number; readonly name: string } | null;
  readonly read: readonly DesignAnswer[];
  readonly refused: readonly { readonly name: string; readonly why: string }[];
  readonly asked: readonly Asked[];
  readonly cancelled: number;
  /** What was read last; the library chooses it. */
  readonly newestId: string | null;
}

const NOTHING: Reading = { progress: null, read: [], refused: [], asked: [], cancelled: 0, newestId: null };

/** The batch of files being read, and what came of it. */
export const useReading = create<Reading>(() => NOTHING);

export const forgetReading = (): void => {
  const { progress, newestId } = useReading.getState();
  if (progress === null) useReading.setState({ ...NOTHING, newestId });
};

let asks = 0;

/** Of the batch under way, which looks at it before each file. */
let stopping = new AbortController();
export const cancelReading = (): void => stopping.abort();

/** Reads files, zips opened; a bad one is reported and spoils no other. */
export async function readFiles(files: readonly File[]): Promise<void> {
  if (useReading.getState().progress !== null) return;
  const { asked, newestId } = useReading.getState();
  useReading.setState({
    ...NOTHING,
    asked,
    newestId,
    progress: { done: 0, of: files.length, name: files[0]?.name ?? '' },
  });
  await readAll((await opened(files)).map((source) => ({ source, answers: {} })));
}

/** Reads the designs that come with Gorse. Throws a sentence when they can't be had. */
export async function readStarters(): Promise<void> {
  await readFiles([new File([await api.starterDesigns()], 'Starter designs.zip')]);
}

/** Reads files that were asked about, with what the person said of each. */
export async function answerAsked(answered: readonly Asked[], answersFor: (one: Asked) => ReadAnswers): Promise<void> {
  dropAsked(answered);
  await readAll(answered.map((one) => ({ source: one.source, answers: answersFor(one) })));
}

export const dropAsked = (dropped: readonly Asked[]): void => {
  useReading.setState(({ asked }) => ({ asked: asked.filter((one) => !dropped.includes(one)) }));
};

interface ToRead {
  readonly source: Source;
  readonly answers: ReadAnswers;
}

/** Several at once: a large file holds up no small one behind it. */
async function readAll(files: readonly ToRead[]): Promise<void> {
  stopping = new AbortController();
  const { signal } = stopping;
  const waiting = files.values();
  const of = files.length;
  let done = 0;
  const readOn = async (): Promise<void> => {
    // All go through the same list, so each of its files is taken once.
    for (const { source, answers } of waiting) {
      if (signal.aborted) {
        useReading.setState(({ cancelled }) => ({ cancelled: cancelled + 1 }));
        continue;
      }
      useReading.setState({ progress: { done, of, name: source.name } });
      await readOne(source, answers);
      if (++done % SHOW_EVERY === 0) void refresh();
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, readOn));
  useReading.setState({ progress: null });
  await refresh();
}

const refresh = (): Promise<void> => queryClient.invalidateQueries({ queryKey: KEYS.designs });

async function readOne(source: Source, answers: ReadAnswers): Promise<void> {
  try {
    if (source.body.size > LARGEST_FILE)
      throw new Error('it is larger than 20 MB. Simplify the drawing or save its parts as separate files.');
    const design = await api.addDesign(source.name, source.body, answers);
    useReading.setState(({ read }) => ({ read: [...read, design], newestId: design.id }));
  } catch (error) {
    const question = questionOf(error);
    if (question) useReading.setState(({ asked }) => ({ asked: [...asked, { id: asks++, source, question }] }));
    else refuse(source.name, sentenceOf(error).replace(`${source.name}: `, ''));
  }
}

const refuse = (name: string, why: string): void => {
  useReading.setState(({ refused }) => ({ refused: [...refused, { name, why }] }));
};

/** The files to read, those in zips among them. */
async function opened(files: readonly File[]): Promise<Source[]> {
  const sources: Source[] = [];
  for (const file of files) {
    if (!/\.zip$/i.test(file.name)) {
      if (fileKind(file.name)) sources.push({ name: file.name, body: file });
      else refuse(file.name, `Gorse reads ${READABLE}, and zips of these.`);
      continue;
    }
    try {
      const found = await library().unzip(new Uint8Array(await file.arrayBuffer()), LARGEST_FILE);
      for (const { name, bytes } of found.files) sources.push({ name, body: new Blob([bytes]) });
      for (const { name, why } of found.left) refuse(name, `It ${why}.`);
    } catch (error) {
      refuse(file.name, sentenceOf(error));
    }
  }
  return sources;
}
