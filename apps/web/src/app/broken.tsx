/** What stands on the sheet when it could not be drawn: usually the server was brought up to date under an open tab. */
import { useRouteError } from 'react-router';

export function Broken() {
  const error = useRouteError();
  const text = error instanceof Error ? error.message : 'No reason was given.';
  const missing = /dynamically imported module|Importing a module/i.test(text);
  return (
    <main className="p-6" role="alert">
      <h1 className="text-xl font-semibold">
        {missing ? 'This sheet could not be fetched' : 'This sheet could not be drawn'}
      </h1>
      <p className="my-3">
        {missing
          ? 'Norther was brought up to date, or the server cannot be reached. What you typed is kept on this device.'
          : `What you typed is kept on this device. For whoever looks into it: ${text}`}
      </p>
      <button type="button" className="min-h-12 border px-4" onClick={() => window.location.reload()}>
        Load it again
      </button>
    </main>
  );
}
