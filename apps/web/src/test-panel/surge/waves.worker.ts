/** Reads, fits and compares waves off the page's thread. */
import { analyseWaves, type Finding, type SurgeWaves, type WaveAnalysis } from '@norther/core';
import { readSurgeWaves, type WaveTimeUnit } from '@norther/records';

export type WavesQuestion = { readonly id: number } & (
  { readonly csv: string; readonly time: WaveTimeUnit | undefined } | { readonly waves: SurgeWaves }
);
export interface WavesAnswer {
  readonly id: number;
  readonly read: {
    readonly waves: SurgeWaves;
    readonly analysis: WaveAnalysis;
    /** Of the file, and of the waves themselves. */
    readonly fileFindings: readonly Finding[];
    readonly findings: readonly Finding[];
  } | null;
  /** Why there is nothing to compare. */
  readonly refused: readonly Finding[];
}

function answer(q: WavesQuestion): WavesAnswer {
  const file =
    'csv' in q ? readSurgeWaves(q.csv, q.time) : ({ ok: true, value: q.waves, findings: [] } as const);
  if (!file.ok) return { id: q.id, read: null, refused: file.findings };
  const analysed = analyseWaves(file.value);
  if (!analysed.ok) return { id: q.id, read: null, refused: analysed.findings };
  return {
    id: q.id,
    read: {
      waves: file.value,
      analysis: analysed.value,
      fileFindings: file.findings,
      findings: analysed.findings,
    },
    refused: [],
  };
}

self.onmessage = ({ data }: MessageEvent<WavesQuestion>) => self.postMessage(answer(data));
