import { expose } from 'comlink';
import { Judge, type JudgeAnswer, type PieceAnswer } from './judgeApi';

const judge = new Judge();
const api = {
  open: (asked: unknown): void => judge.open(asked),
  judge: (asked: unknown): JudgeAnswer => judge.judge(asked),
  piece: (asked: unknown): PieceAnswer => judge.piece(asked),
};
export type JudgeWorker = typeof api;

expose(api);
