/** Shows a drawing of the drawings package; clicks tell which part was pointed at. */
import type { Ink, Mark, Scene } from '@norther/drawings';
import { memo } from 'react';

const colour = (ink: Ink) => `var(--${ink})`;

const OneMark = memo(function OneMark({ mark }: { mark: Mark }) {
  if (mark.kind === 'path')
    return (
      <path
        d={mark.d}
        fill={mark.fill ? colour(mark.fill) : 'none'}
        stroke={mark.stroke ? colour(mark.stroke) : 'none'}
        strokeWidth={mark.width ?? 1}
        strokeDasharray={mark.dash}
        data-of={mark.of}
        className={mark.of ? 'cursor-pointer' : undefined}
      />
    );
  return (
    <text
      x={mark.x}
      y={mark.y}
      fontSize={mark.size}
      fill={colour(mark.ink)}
      textAnchor={mark.anchor ?? 'start'}
      fontWeight={mark.bold ? 700 : mark.face === 'words' ? 500 : 400}
      className={mark.face === 'words' ? 'font-words' : 'font-fig'}
      data-of={mark.of}
    >
      {mark.text}
    </text>
  );
});

export const SceneView = memo(function SceneView({
  scene,
  onPick,
  className = '',
  fill = false,
}: {
  readonly scene: Scene;
  readonly onPick?: (of: string) => void;
  readonly className?: string;
  /** Fill the box; otherwise drawn at its own size. */
  readonly fill?: boolean;
}) {
  return (
    <svg
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      {...(fill ? {} : { width: scene.width, height: scene.height })}
      role="img"
      aria-label={scene.title}
      className={`block max-w-full select-none ${fill ? 'h-full w-full' : ''} ${className}`}
      onClick={(e) => {
        const of = (e.target as SVGElement).dataset['of'];
        if (of && onPick) onPick(of);
      }}
    >
      {scene.marks.map((mark, i) => (
        <OneMark key={i} mark={mark} />
      ))}
    </svg>
  );
});
