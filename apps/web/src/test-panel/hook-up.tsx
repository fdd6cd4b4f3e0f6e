/** How what measures is connected: drawn while there is no reading yet. */
import type { HookUp } from '@norther/core';

const ROW = 34;
const TOP = 24;

export function HookUpDrawing({ hookUp }: { readonly hookUp: HookUp }) {
  const posts = [...new Set(hookUp.clips.flatMap((c) => c.to))];
  const rows = Math.max(posts.length, hookUp.clips.length);
  const height = TOP + rows * ROW + 8;
  const yOf = (i: number, of: number) => TOP + (rows * ROW * (i + 0.5)) / of;
  return (
    <section aria-label="How to connect" className="mt-3">
      <svg
        viewBox={`0 0 560 ${height}`}
        role="img"
        aria-label={sayHookUp(hookUp)}
        className="block w-full max-w-[560px]"
      >
        <rect
          x="4"
          y={TOP - 6}
          width="196"
          height={rows * ROW + 8}
          fill="var(--tint)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <text x="4" y="13" fontSize="14" fontWeight="650" fill="var(--ink)">
          {hookUp.instrument}
        </text>
        <text x="330" y="13" fontSize="14" fontWeight="650" fill="var(--ink)">
          motor
        </text>
        {hookUp.clips.map((clip, i) => {
          const y = yOf(i, hookUp.clips.length);
          return (
            <g key={i}>
              <text x="192" y={y + 5} fontSize="14" textAnchor="end" fill="var(--ink)">
                {clip.live ? '⚡ ' : ''}
                {clip.name}
              </text>
              {clip.to.map((post) => (
                <path
                  key={post}
                  d={`M200 ${y}C260 ${y} 270 ${yOf(posts.indexOf(post), posts.length)} 322 ${yOf(posts.indexOf(post), posts.length)}`}
                  fill="none"
                  stroke={clip.live ? 'var(--carmine)' : 'var(--ink)'}
                  strokeWidth={clip.live ? 2.5 : 1.75}
                />
              ))}
              <circle cx="200" cy={y} r="4.5" fill="var(--paper)" stroke="var(--ink)" strokeWidth="1.5" />
            </g>
          );
        })}
        {posts.map((post, i) => {
          const y = yOf(i, posts.length);
          return (
            <g key={post}>
              <circle cx="327" cy={y} r="5.5" fill="var(--ink)" />
              <text
                x="342"
                y={y + 5}
                fontSize="14"
                fontWeight={post.length < 3 ? 650 : 400}
                fill="var(--ink)"
              >
                {post}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="mt-1 text-[15px] leading-snug">{hookUp.words}</p>
    </section>
  );
}

const sayHookUp = ({ instrument, clips }: HookUp) =>
  `How to connect: ${instrument}; ${clips.map((c) => `${c.name} to ${c.to.join(', ')}`).join('; ')}`;
