/** The title block of a motor: which one this is, its plate, where it stands, when it is promised. */
import { kindAndRoute, machineKind, readDual, showShort, stationOf } from '@norther/core';
import type { MotorFile } from '../app/api.ts';
import { BodyMark } from '../kit/marks.tsx';
import { ageOf, promiseOf } from '../kit/time.ts';
import { TITLE_CELL as cell } from './title.ts';

export function MotorCells({ file, tablet }: { file: MotorFile; tablet: boolean }) {
  const { motor, standing } = file;
  const { machine, route } = kindAndRoute(motor, file.ownRoute);
  const { plate } = machine.readPlate(motor.plate);
  // Both voltages, where the plate has two; figures are for the one that is in force.
  const volts = readDual(motor.plate['voltage'] ?? '', 'voltage');
  const promise = promiseOf(motor.promisedAt);
  const line = [
    plate.powerKw && `${showShort(plate.powerKw, 3)} kW`,
    plate.voltageV &&
      `${volts?.map((v) => showShort(v, 4)).join('/') ?? showShort(plate.voltageV, 4)} V ${plate.connection === 'delta' ? 'Δ' : plate.connection === 'star' ? 'Y' : ''}`,
    plate.currentA && `${showShort(plate.currentA, 4)} A`,
  ].filter(Boolean);
  const second = [
    plate.speedRpm && `${Math.round(plate.speedRpm)} rpm`,
    plate.frequencyHz && `${showShort(plate.frequencyHz, 3)} Hz`,
    plate.insulationClass && `class ${plate.insulationClass}`,
  ].filter(Boolean);
  return (
    <>
      <div className={`${cell} ${motor.rush ? 'bg-copper text-on-copper' : ''}`}>
        <span className={`block text-[13px] leading-none ${motor.rush ? '' : 'text-graphite'}`}>
          {motor.rush ? <b>RUSH</b> : 'Motor'}
        </span>
        <span className={`fig leading-none ${tablet ? 'text-[72px]' : 'text-[34px]'}`}>{motor.number}</span>
      </div>
      <div className={`${cell} min-w-[150px] flex-1`}>
        {!tablet && <span className="block text-[13px] leading-none text-graphite">For</span>}
        <b className={`block truncate leading-tight ${tablet ? 'text-[24px]' : 'text-[16px]'}`}>
          {motor.customer}
        </b>
        <span className="block truncate text-[13px] leading-tight">
          {[motor.machine, motor.maker, motor.serial && `no. ${motor.serial}`].filter(Boolean).join(' · ')}
        </span>
        {tablet && <span className="fig block text-[16px]">{line.join('  ')}</span>}
      </div>
      {!tablet && (
        <div className={`${cell} min-w-[170px]`}>
          <span className="block text-[13px] leading-none text-graphite">Plate</span>
          <span className="fig block text-[16px] leading-tight whitespace-nowrap">
            {line.join(' ') || '–'}
          </span>
          <span className="block text-[13px] leading-tight whitespace-nowrap">{second.join(' · ')}</span>
        </div>
      )}
      <div className={`${cell} min-w-[190px]`}>
        <span className="block text-[13px] leading-none text-graphite">Stands at</span>
        {standing.standings.map((s) => (
          <span
            key={s.body}
            className="flex items-center gap-1.5 text-[13px] leading-[1.35] whitespace-nowrap"
          >
            <BodyMark body={s.body} state={s.state} size={13} />
            <span className={s.state === 'held' ? 'text-carmine' : ''}>
              {s.station
                ? stationOf(route, s.station).name.toLowerCase()
                : s.body === 'motor'
                  ? 'shipped'
                  : `waits for the ${machineKind(route.machine).bodies[s.body === 'stator' ? 'rotor' : 'stator']}`}
              {s.state === 'held' ? ', held' : s.state === 'waiting' ? ', waits' : s.who ? `, ${s.who}` : ''}
              {s.since ? `, ${ageOf(s.since)}` : ''}
            </span>
          </span>
        ))}
      </div>
      <div className={`${cell}`}>
        <span className="block text-[13px] leading-none text-graphite">Promised</span>
        <span className="fig block text-[16px] leading-tight whitespace-nowrap">{promise.when}</span>
        <span
          className={`block text-[13px] leading-tight whitespace-nowrap ${promise.late ? 'text-carmine' : ''}`}
        >
          {promise.left}
        </span>
      </div>
    </>
  );
}
