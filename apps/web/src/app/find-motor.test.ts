/** A tag scanned while others work: what is heard of them meanwhile must not lose the answer. */
import { configureStore } from '@reduxjs/toolkit';
import { afterEach, expect, it, vi } from 'vitest';
import { api } from './api.ts';
import { findMotor } from './find-motor.ts';

afterEach(() => vi.unstubAllGlobals());

function shop(answer: (request: Request) => Promise<Response>) {
  vi.stubGlobal(
    'Request',
    class extends Request {
      constructor(input: string, init?: RequestInit) {
        super(new URL(input, 'http://127.0.0.1/'), init);
      }
    },
  );
  vi.stubGlobal('fetch', answer);
  return configureStore({
    reducer: { [api.reducerPath]: api.reducer },
    middleware: (get) => get().concat(api.middleware),
  });
}
const LIST = [{ number: '3107' }, { number: 'LAP7' }];

it('finds the motor though another person wrote while it was asked for', async () => {
  let open = () => {};
  const held = new Promise<void>((resolve) => (open = resolve));
  const store = shop(async () => {
    await held;
    return Response.json(LIST);
  });
  const asked = findMotor(store.dispatch as never, 'lap7');
  await new Promise((resolve) => setTimeout(resolve, 5));
  store.dispatch(api.util.invalidateTags(['Floor', 'Motor']));
  open();
  expect((await asked)?.number).toBe('LAP7');
});

it('knows a number that is not there from a server that is not there', async () => {
  const store = shop((request) => Promise.resolve(Response.json(request.url.includes('/parts') ? [] : LIST)));
  expect(await findMotor(store.dispatch as never, '310')).toBeNull();
  const away = shop(() => Promise.reject(new TypeError('fetch failed')));
  await expect(findMotor(away.dispatch as never, '3107')).rejects.toBeTruthy();
});

it('finds the motor by the tag of one of its parts, unless two motors have it', async () => {
  const part = (number: string) => ({ number, kind: 'fan', tag: 'FAN-1' });
  const partsOf = (...parts: object[]) =>
    shop((request) => Promise.resolve(Response.json(request.url.includes('/parts') ? parts : LIST)));
  expect((await findMotor(partsOf(part('3109')).dispatch as never, 'fan-1'))?.number).toBe('3109');
  expect(await findMotor(partsOf(part('3109'), part('3110')).dispatch as never, 'fan-1')).toBeNull();
});
