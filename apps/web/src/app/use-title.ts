/** Every tab of the browser says which motor and which sheet it shows. */
import { useEffect } from 'react';
import { useLocation, useParams } from 'react-router';
import { MOTOR_SHEETS, SHOP_SHEETS } from './sheets.ts';

export function titleOf(pathname: string, number: string | undefined): string {
  if (number === undefined) {
    const batch = /^\/series\/([^/]+)/.exec(pathname);
    if (batch) return `${decodeURIComponent(batch[1]!)} Series · Norther`;
    const sheet = SHOP_SHEETS.find((s) => s.to === pathname);
    return `${sheet?.name ?? 'Floor'} · Norther`;
  }
  const end = pathname.split('/').slice(3).join('/');
  const sheet = MOTOR_SHEETS.find((s) => s.to === (end ? `/${end}` : ''));
  return `${number} ${sheet?.name ?? 'Motor'} · Norther`;
}

export function useTitle() {
  const { pathname } = useLocation();
  const { number } = useParams();
  useEffect(() => {
    document.title = titleOf(pathname, number);
  }, [pathname, number]);
}
