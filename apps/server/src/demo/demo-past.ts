/** Motors that left the made-up shop in earlier months and years: their windings fill its library, their times its plan. */
import { design, insulation, type DemoMotor, type DemoReading } from './demo-motor.ts';

/** Number, days ago, customer, machine, maker, kW, rpm, then slots, poles, span, circuits, joined in, amps, bore and core length. */
const ROWS = `
2871 |  280 | Isvang Ice Rink         | Glycol pump       | Ostrand 180L   |   22 | 1465 | 48 | 4 | 11 | 2 | delta | 41.5 | 180 | 187
2933 |  190 | Brattli Bakery          | Flour lift        | Hestvik 180M   | 18.5 | 1465 | 48 | 4 | 11 | 2 | delta |   35 | 175 | 190
3012 |   96 | Granheim Sawmill        | Planer            | Ulmark M180    |   22 | 1470 | 48 | 4 | 11 | 4 | delta |   42 | 182 | 195
2750 |  420 | Lyskaret Theatre        | Stage lift 1      | Korvald KV 200 |   30 | 1470 | 48 | 4 | 11 | 2 | delta |   56 | 190 | 205
2488 |  760 | Fjellmo Dairy           | Chiller           | Hestvik 160L   |   15 | 1460 | 48 | 4 | 11 | 2 | delta |   29 | 170 | 175
2604 |  640 | Kornvik Granary         | Elevator 2        | Dreyholt D180  | 18.5 | 1465 | 48 | 4 | 11 | 2 | delta |   35 | 180 | 165
2790 |  380 | Tårnfjell Cable Railway | Oil pump          | Korvald KV 160 |   11 | 1455 | 36 | 4 |  8 | 2 | star  |   22 | 177 | 190
2299 | 1010 | Granheim Sawmill        | Log carriage      | Ulmark M200    | 18.5 |  975 | 54 | 6 |  9 | 1 | delta |   37 | 200 | 190
2311 |  980 | Granheim Sawmill        | Edger             | Ulmark M200    |   30 | 1470 | 48 | 4 | 11 | 2 | delta |   56 | 200 | 190
2702 |  505 | Granheim Sawmill        | Edger             | Ulmark M200    |   30 | 1470 | 48 | 4 | 11 | 2 | delta |   56 | 200 | 190
2958 |  158 | Granheim Sawmill        | Edger             | Ulmark M200    |   30 | 1470 | 48 | 4 | 11 | 2 | delta |   56 | 200 | 190
2342 |  930 | Brattli Bakery          | Dough mixer       | Hestvik 112M   |    4 | 1440 | 36 | 4 |  8 | 1 | star  |  8.4 | 110 | 118
2377 |  890 | Kornvik Granary         | Sieve             | Dreyholt D112  |    4 | 1440 | 36 | 4 |  8 | 1 | star  |  8.5 | 108 | 125
2405 |  850 | Fjellmo Dairy           | Butter churn      | Hestvik 132M   |  7.5 | 1450 | 36 | 4 |  8 | 1 | delta | 15.2 | 130 | 150
2430 |  820 | Isvang Ice Rink         | Compressor 1      | Ostrand 250M   |   55 | 2965 | 48 | 2 | 19 | 2 | delta |   97 | 190 | 235
2466 |  790 | Malmtinn Bell Foundry   | Crane             | Ostrand 160M   |   11 |  965 | 54 | 6 |  9 | 1 | delta |   24 | 190 | 170
2512 |  735 | Lyskaret Theatre        | Winch 3           | Korvald KV 132 |  5.5 |  960 | 36 | 6 |  6 | 1 | star  | 12.6 | 145 | 140
2533 |  710 | Tårnfjell Cable Railway | Brake pump        | Ulmark M100    |    3 | 1420 | 36 | 4 |  8 | 1 | star  |  6.6 | 100 | 105
2561 |  690 | Granheim Sawmill        | Dust fan          | Ulmark M180    |   22 | 2940 | 36 | 2 | 15 | 2 | delta |   40 | 160 | 180
2589 |  660 | Hjulby Cargo Cycles     | Paint-booth fan   | Dreyholt D90   |  1.5 | 1415 | 24 | 4 |  6 | 1 | star  |  3.5 |  85 |  95
2617 |  625 | Brattli Bakery          | Oven fan          | Hestvik 100L   |  2.2 | 1430 | 36 | 4 |  8 | 1 | star  |    5 |  98 | 100
2640 |  600 | Kornvik Granary         | Dryer fan         | Hestvik 180M   |   22 | 1468 | 48 | 4 | 11 | 2 | delta |   42 | 185 | 172
2668 |  560 | Fjellmo Dairy           | Separator         | Hestvik 160L   |   15 | 2930 | 36 | 2 | 15 | 1 | delta |   28 | 150 | 165
2695 |  520 | Malmtinn Bell Foundry   | Furnace blower    | Ostrand 280M   |   75 | 1480 | 60 | 4 | 13 | 4 | delta |  134 | 270 | 250
2711 |  490 | Isvang Ice Rink         | Cooling-tower fan | Ostrand 132S   |    4 |  715 | 48 | 8 |  6 | 1 | delta | 10.4 | 160 | 130
2733 |  450 | Granheim Sawmill        | Band saw          | Ulmark M225    |   45 | 1475 | 48 | 4 | 12 | 2 | delta |   82 | 225 | 220
2768 |  400 | Tårnfjell Cable Railway | Haul drive 2      | Korvald KV 280 |   37 |  980 | 54 | 6 |  9 | 2 | delta |   69 | 250 | 212
2812 |  350 | Kornvik Granary         | Chain conveyor    | Dreyholt D160  |   11 | 1455 | 36 | 4 |  8 | 2 | star  |   22 | 165 | 150
2839 |  320 | Lyskaret Theatre        | Curtain drive     | Korvald KV 90  |  2.2 | 1420 | 24 | 4 |  6 | 1 | star  |  4.9 |  90 | 100
2894 |  250 | Brattli Bakery          | Spiral mixer      | Hestvik 132S   |  5.5 | 1445 | 36 | 4 |  8 | 1 | delta | 11.3 | 130 | 120
2910 |  215 | Hjulby Cargo Cycles     | Test-stand brake  | Dreyholt D160  |   11 | 1460 | 48 | 4 | 11 | 1 | delta | 22.4 | 165 | 155
2951 |  165 | Fjellmo Dairy           | Homogeniser       | Hestvik 200L   |   30 | 1470 | 48 | 4 | 11 | 2 | delta |   56 | 200 | 195
2974 |  140 | Granheim Sawmill        | Chipper           | Ulmark M280    |   75 |  985 | 72 | 6 | 11 | 3 | delta |  142 | 320 | 240
3033 |   70 | Kornvik Granary         | Elevator 3        | Dreyholt D160  |   15 | 1460 | 48 | 4 | 11 | 2 | delta |   29 | 170 | 152
3051 |   48 | Malmtinn Bell Foundry   | Sand mill         | Ostrand 180L   |   15 |  970 | 54 | 6 |  9 | 1 | delta |   31 | 205 | 170
3064 |   33 | Isvang Ice Rink         | Ice-plant pump    | Ostrand 132M   |  7.5 | 1450 | 36 | 4 |  8 | 1 | delta | 15.1 | 132 | 148
3077 |   21 | Brattli Bakery          | Moulder           | Hestvik 90L    |  1.5 | 1415 | 24 | 4 |  6 | 1 | star  |  3.6 |  86 |  92
3083 |   12 | Granheim Sawmill        | Sorting chain     | Ulmark M132    |  5.5 |  960 | 36 | 6 |  6 | 1 | star  | 12.5 | 148 | 136
`;

/** The edger of the sawmill comes back for bearings and cleaning every year or so; what was read each time. */
const EDGER_SERIAL = '4471';
const EDGER_VISITS: Readonly<Record<string, readonly [incoming: string, final: string, vibration: string]>> =
  {
    2311: ['420', '5100', '0.9'],
    2702: ['190', '3900', '1.3'],
    2958: ['118', '3300', '1.6'],
  };
function edgerReadings(number: string, daysAgo: number): DemoReading[] {
  const [incoming, final, vibration] = EDGER_VISITS[number] ?? [];
  if (!incoming || !final || !vibration) return [];
  return [
    insulation('incoming', incoming, 24 * daysAgo + 400),
    insulation('final', final, 24 * daysAgo + 20),
    {
      kind: 'vibration',
      stage: 'final',
      typed: {
        unit: 'mm/s rms',
        speed: '1494',
        mounting: 'free',
        shaftHeight: '200',
        driveH: vibration,
        driveV: '0.8',
        fanH: '0.7',
        fanV: '0.6',
      },
      hoursAgo: 24 * daysAgo + 18,
    },
  ];
}

export const PAST_MOTORS: readonly DemoMotor[] = ROWS.trim()
  .split('\n')
  .map((row, i) => {
    const [number = '', days, customer = '', machine = '', maker = '', power = '', speed = '', ...figures] =
      row.split('|').map((cell) => cell.trim());
    const [slots, poles, span, circuits, joined, amps, bore, length] = figures;
    const daysAgo = Number(days);
    return {
      number,
      customer,
      machine,
      maker,
      serial: number in EDGER_VISITS ? EDGER_SERIAL : `${10 + (i % 12)}-${3107 + 211 * i}`,
      power,
      speed,
      winding: design(
        Number(slots),
        Number(poles),
        Number(span),
        Number(circuits),
        joined === 'star',
        Number(amps),
        Number(bore),
        Number(length),
      ),
      promised: null,
      arrivedHoursAgo: 24 * (daysAgo + 18) + 13 * (i % 7),
      shippedHoursAgo: 24 * daysAgo,
      stator: 'cure',
      rotor: 'balance',
      together: 'ship',
      working: [],
      readings: edgerReadings(number, daysAgo),
    };
  });

/** What a station took in the made-up shop for a motor of 11 kW [min]; others about an hour. */
const TOOK: Readonly<Record<string, number>> = {
  intake: 40,
  data: 70,
  saw: 25,
  strip: 30,
  pull: 75,
  core: 110,
  insulate: 95,
  wind: 210,
  connect: 130,
  check: 55,
  varnish: 45,
  cure: 30,
  inspect: 35,
  balance: 60,
  match: 15,
  assemble: 85,
  test: 75,
  ship: 50,
};
const FIRST_HOURS = [7.25, 12.25] as const;
const LONGEST = 215;

/**
 * When a station of a motor that has left was in hand: two a working day, the last on the day it left. Larger motors take
 * longer, and no two alike.
 * @param place of the station among all of them
 */
export function pastTimes(m: DemoMotor, station: string, place: number, all: number, now: number) {
  const kw = Number(/[\d.]+/.exec(m.power)?.[0] ?? 11);
  const jitter = 0.82 + 0.36 * ((((Number(m.number) * 31 + place * 17) % 97) + 1) / 97);
  const minutes = Math.min(LONGEST, (TOOK[station] ?? 60) * (kw / 11) ** 0.35 * jitter);
  const day = new Date(now - (m.shippedHoursAgo ?? 0) * 3_600_000);
  for (let back = Math.floor((all - 1 - place) / 2); back > 0 || day.getDay() % 6 === 0;) {
    day.setDate(day.getDate() - 1);
    if (day.getDay() % 6 !== 0 && back > 0) back--;
  }
  day.setHours(0, Math.round(60 * FIRST_HOURS[(all - 1 - place) % 2 === 0 ? 1 : 0]), 0, 0);
  return { taken: day.getTime(), signed: day.getTime() + minutes * 60_000 };
}
