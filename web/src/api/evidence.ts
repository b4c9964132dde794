import { useMutation } from '@tanstack/react-query';
import { answered, api } from './client';
import type { Foot, Schemas } from './queries';

/** An answer to be kept as it is. */
export interface Keeping {
  room: string;
  question: string;
  findings: string[];
  foot: Foot;
  answer: object;
}

/** Keeps an answer as evidence, with the address it stands at. */
export function useKeep(app: string) {
  return useMutation({
    mutationFn: ({ room, question, findings, foot, answer }: Keeping) =>
      answered(
        api.POST('/api/apps/{app}/evidence', {
          params: { path: { app } },
          body: {
            room,
            question,
            findings,
            watermark: foot.watermark,
            address: `${window.location.pathname.split('/').slice(3).join('/')}${window.location.search}`,
            answer: answer as Schemas['NewEvidence']['answer'],
          },
        }),
      ),
  });
}
