/** The server, as RTK Query endpoints. */
import { createApi } from '@reduxjs/toolkit/query/react';
import type {
  CheckedCard,
  Finding,
  GateState,
  LogPoint,
  SurgeWaves,
  MotorStanding,
  MotorVerdict,
  Route,
  SisterMotor,
  TestOutcome,
  Voided,
} from '@norther/core';
import type {
  AttachmentRecord,
  AttemptRecord,
  EarlierVisit,
  FloorMotor,
  EventRecord,
  GatePassRecord,
  HoldRecord,
  JointMarkEntry,
  JointMarkRecord,
  MotorChange,
  MotorEntry,
  MotorRecord,
  NewPerson,
  OwnRoute,
  PartRecord,
  PersonChange,
  PersonRecord,
  NewReading,
  ReadingRecord,
  ReelEntry,
  SettingsRecord,
  SetUpShop,
  ShopRecord,
  StepRecord,
  WindingChange,
  WindingRecord,
  WriteUpRecord,
} from '@norther/records';
import { baseQuery } from './base-query.ts';

export interface Session {
  readonly id: string;
  readonly name: string;
  readonly role: 'winder' | 'tester' | 'lead';
  readonly shop: string;
  /** Somebody still has a PIN that stands in the documentation. */
  readonly demo: boolean;
}
export type ShownReading = Omit<ReadingRecord, 'log' | 'waves'> & {
  readonly logPoints: number;
  readonly waveCount: number;
  readonly outcome: TestOutcome;
  /** Why it proves nothing of the winding as it is now; null when it counts. */
  readonly voided: Voided | null;
};
export interface ShownAttachment extends AttachmentRecord {
  /** Its file is in this shop; a record may have been imported without. */
  readonly here: boolean;
}
export interface MotorFile {
  readonly motor: MotorRecord;
  /** The shop's own route where it goes one; null where it goes a published one. */
  readonly ownRoute: Route | null;
  /** Where an imported record came from. */
  readonly imported: { readonly by: string; readonly at: string; readonly file: string } | null;
  readonly windings: readonly WindingRecord[];
  readonly steps: readonly StepRecord[];
  /** Earlier ones, of stations that were opened again. */
  readonly attempts: readonly AttemptRecord[];
  readonly parts: readonly PartRecord[];
  readonly holds: readonly HoldRecord[];
  readonly gatePasses: readonly GatePassRecord[];
  readonly readings: readonly ShownReading[];
  readonly jointMarks: readonly JointMarkRecord[];
  readonly attachments: readonly ShownAttachment[];
  readonly writeUps: readonly WriteUpRecord[];
  /** On the floor, of the same make and plate. */
  readonly sisters: readonly SisterMotor[];
  readonly settings: Readonly<Record<string, string>>;
  readonly standing: MotorStanding;
  readonly gates: readonly GateState[];
  readonly verdict: MotorVerdict;
}
export interface ProblemBody {
  readonly title: string;
  readonly status: number;
  readonly findings: readonly Finding[];
  readonly current?: unknown;
  readonly yours?: unknown;
  /** It was not refused: it waits on this device for the network. */
  readonly waits?: boolean;
  /** Where it stands in the server's log, when the server itself failed. */
  readonly requestId?: string;
}
export type { CheckedCard };

/** What a failed call says, in a sentence; a dropped network included. */
export function problemOf(error: unknown): ProblemBody {
  const e = error as { status?: number | string; data?: ProblemBody } | undefined;
  if (e?.data?.title)
    return e.data.requestId
      ? { ...e.data, title: `${e.data.title} In its log: ${e.data.requestId}.` }
      : e.data;
  return {
    title:
      typeof e?.status === 'number'
        ? `The server answered ${e.status}.`
        : 'The server cannot be reached. What you typed is kept on this device; save again when it is back.',
    status: typeof e?.status === 'number' ? e.status : 0,
    findings: [],
  };
}

/** Each write carries its own id; sending it twice does it once. */
const write = (url: string, method: string, writeId: string, body?: unknown) => ({
  url,
  method,
  body: body ?? {},
  headers: { 'X-Write-Id': writeId },
});
const of = (number: string) => `motors/${encodeURIComponent(number)}`;

export const api = createApi({
  reducerPath: 'server',
  baseQuery,
  tagTypes: ['Session', 'Floor', 'Motor', 'Shop', 'Routes', 'People', 'Heat', 'Plan', 'Criteria', 'Series'],
  endpoints: (b) => ({
    session: b.query<Session, void>({ query: () => 'session', providesTags: ['Session'] }),
    signIn: b.mutation<Session, { name: string; pin: string }>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
    }),
    setup: b.query<{ needed: boolean }, void>({ query: () => 'setup' }),
    setUp: b.mutation<Session, SetUpShop>({
      query: (body) => ({ url: 'setup', method: 'POST', body }),
    }),
    people: b.query<PersonRecord[], void>({ query: () => 'people', providesTags: ['People'] }),
    addPerson: b.mutation<PersonRecord, { writeId: string; entry: NewPerson }>({
      query: ({ writeId, entry }) => write('people', 'POST', writeId, entry),
      invalidatesTags: ['People'],
    }),
    changePerson: b.mutation<PersonRecord, { writeId: string; id: string; change: PersonChange }>({
      query: ({ writeId, id, change }) => write(`people/${id}`, 'PUT', writeId, change),
      invalidatesTags: ['People', 'Session'],
    }),
    unlockPerson: b.mutation<unknown, { writeId: string; id: string }>({
      query: ({ writeId, id }) => write(`people/${id}/unlock`, 'POST', writeId),
    }),
    shopHistory: b.query<EventRecord[], void>({
      query: () => 'shop/history?limit=60',
      providesTags: ['People', 'Shop'],
    }),
    signOut: b.mutation<void, void>({
      query: () => ({ url: 'session', method: 'DELETE' }),
    }),
    floor: b.query<FloorMotor[], void>({ query: () => 'floor', providesTags: ['Floor'] }),
    findMotors: b.query<MotorRecord[], string>({
      query: (words) => `motors?limit=8&order=hand&words=${encodeURIComponent(words)}`,
      providesTags: ['Floor'],
    }),
    earlierVisits: b.query<EarlierVisit[], string>({
      query: (serial) => `machines?serial=${encodeURIComponent(serial)}`,
    }),
    otherVisits: b.query<EarlierVisit[], string>({
      query: (number) => `${of(number)}/visits`,
      providesTags: (_r, _e, number) => [{ type: 'Motor', id: number }],
    }),
    partsWithTag: b.query<{ number: string; kind: string; tag: string }[], string>({
      query: (tag) => `parts?tag=${encodeURIComponent(tag)}`,
    }),
    motor: b.query<MotorFile, string>({
      query: (number) => of(number),
      // By its number, as it is asked for, and by its id, as changes name it.
      providesTags: (file, _e, number) => [
        { type: 'Motor', id: number },
        ...(file ? [{ type: 'Motor' as const, id: file.motor.id }] : []),
      ],
    }),
    history: b.query<EventRecord[], string>({
      query: (number) => `${of(number)}/history`,
      providesTags: (_r, _e, number) => [{ type: 'Motor', id: number }],
    }),
    readingLog: b.query<LogPoint[], { number: string; id: string }>({
      query: ({ number, id }) => `${of(number)}/readings/${id}/log`,
    }),
    readingWaves: b.query<SurgeWaves, { number: string; id: string }>({
      query: ({ number, id }) => `${of(number)}/readings/${id}/waves`,
    }),
    takeIn: b.mutation<MotorRecord, { writeId: string; entry: MotorEntry }>({
      query: ({ writeId, entry }) => write('motors', 'POST', writeId, entry),
      invalidatesTags: ['Floor'],
    }),
    changeMotor: b.mutation<MotorRecord, { writeId: string; number: string; change: MotorChange }>({
      query: ({ writeId, number, change }) => write(of(number), 'PUT', writeId, change),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    saveWinding: b.mutation<
      WindingRecord,
      { writeId: string; number: string; role: string; change: WindingChange }
    >({
      query: ({ writeId, number, role, change }) =>
        write(`${of(number)}/windings/${role}`, 'PUT', writeId, change),
      invalidatesTags: (_r, _e, { number }) => [{ type: 'Motor', id: number }],
    }),
    station: b.mutation<
      unknown,
      {
        writeId: string;
        number: string;
        station: string;
        act: 'take' | 'sign' | 'amend' | 'reopen';
        body?: object;
      }
    >({
      query: ({ writeId, number, station, act, body }) =>
        write(`${of(number)}/stations/${station}/${act}`, 'POST', writeId, body),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    hold: b.mutation<unknown, { writeId: string; number: string; body: string; reason: string }>({
      query: ({ writeId, number, body, reason }) =>
        write(`${of(number)}/holds`, 'POST', writeId, { body, reason }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    clearHold: b.mutation<unknown, { writeId: string; number: string; id: string; reason: string }>({
      query: ({ writeId, number, id, reason }) =>
        write(`${of(number)}/holds/${id}/clear`, 'POST', writeId, { reason }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    passGate: b.mutation<unknown, { writeId: string; number: string; gate: string; reason: string }>({
      query: ({ writeId, number, gate, reason }) =>
        write(`${of(number)}/gates/${gate}/pass`, 'POST', writeId, { reason }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    addReading: b.mutation<unknown, { writeId: string; number: string; entry: NewReading }>({
      query: ({ writeId, number, entry }) => write(`${of(number)}/readings`, 'POST', writeId, entry),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    routes: b.query<OwnRoute[], void>({ query: () => 'routes', providesTags: ['Routes'] }),
    shop: b.query<ShopRecord, void>({ query: () => 'shop', providesTags: ['Shop'] }),
    saveSettings: b.mutation<SettingsRecord, { writeId: string; settings: SettingsRecord }>({
      query: ({ writeId, settings }) => write('shop/settings', 'PUT', writeId, settings),
      // Settings change what every sheet of every motor calculates.
      invalidatesTags: ['Shop', 'Motor'],
    }),
    saveReel: b.mutation<
      unknown,
      { writeId: string; id: string | null; reel: ReelEntry & { version?: number } }
    >({
      query: ({ writeId, id, reel }) =>
        id ? write(`shop/reels/${id}`, 'PUT', writeId, reel) : write('shop/reels', 'POST', writeId, reel),
      invalidatesTags: ['Shop'],
    }),
    retireReel: b.mutation<
      unknown,
      { writeId: string; id: string; version: number; act: 'retire' | 'restore' }
    >({
      query: ({ writeId, id, version, act }) =>
        write(`shop/reels/${id}/${act}`, 'POST', writeId, { version }),
      invalidatesTags: ['Shop'],
    }),
    markJoint: b.mutation<JointMarkRecord, { writeId: string; number: string; entry: JointMarkEntry }>({
      query: ({ writeId, number, entry }) => write(`${of(number)}/joints`, 'POST', writeId, entry),
      invalidatesTags: (_r, _e, { number }) => [{ type: 'Motor', id: number }],
    }),
    markRest: b.mutation<{ made: number }, { writeId: string; number: string }>({
      query: ({ writeId, number }) => write(`${of(number)}/joints/rest`, 'POST', writeId),
      invalidatesTags: (_r, _e, { number }) => [{ type: 'Motor', id: number }],
    }),
    releaseProposal: b.mutation<WindingRecord, { writeId: string; number: string; version: number }>({
      query: ({ writeId, number, version }) =>
        write(`${of(number)}/windings/proposed/release`, 'POST', writeId, { version }),
      invalidatesTags: (_r, _e, { number }) => [{ type: 'Motor', id: number }],
    }),
    withdrawReading: b.mutation<unknown, { writeId: string; number: string; id: string; reason: string }>({
      query: ({ writeId, number, id, reason }) =>
        write(`${of(number)}/readings/${id}/withdraw`, 'POST', writeId, { reason }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    withdrawMotor: b.mutation<
      unknown,
      { writeId: string; number: string; reason: string; act: 'withdraw' | 'restore' }
    >({
      query: ({ writeId, number, reason, act }) => write(`${of(number)}/${act}`, 'POST', writeId, { reason }),
      invalidatesTags: (_r, _e, { number }) => ['Floor', { type: 'Motor', id: number }],
    }),
    /** A record as JSON, or a bundle with its files as ZIP. */
    importMotor: b.mutation<{ number: string; filesMissing?: number }, { writeId: string; file: File }>({
      query: ({ writeId, file }) => ({
        url: 'import',
        method: 'POST',
        body: file,
        headers: {
          'X-Write-Id': writeId,
          'Content-Type': /\.zip$/i.test(file.name) ? 'application/zip' : 'application/json',
        },
      }),
      invalidatesTags: ['Floor'],
    }),
  }),
});

export const {
  useSessionQuery,
  useSignInMutation,
  useSignOutMutation,
  useFloorQuery,
  useLazyFindMotorsQuery,
  useLazyMotorQuery,
  useEarlierVisitsQuery,
  useOtherVisitsQuery,
  useMotorQuery,
  useHistoryQuery,
  useReadingLogQuery,
  useReadingWavesQuery,
  useTakeInMutation,
  useChangeMotorMutation,
  useSaveWindingMutation,
  useStationMutation,
  useHoldMutation,
  useClearHoldMutation,
  usePassGateMutation,
  useAddReadingMutation,
  useImportMotorMutation,
  useShopQuery,
  useRoutesQuery,
  useSaveSettingsMutation,
  useSaveReelMutation,
  useRetireReelMutation,
  useSetupQuery,
  useSetUpMutation,
  usePeopleQuery,
  useAddPersonMutation,
  useChangePersonMutation,
  useUnlockPersonMutation,
  useShopHistoryQuery,
  useMarkRestMutation,
  useReleaseProposalMutation,
  useWithdrawReadingMutation,
  useWithdrawMotorMutation,
  useMarkJointMutation,
} = api;
