/** Shows a drawing of the drawings package; clicks tell which part was pointed at. */
import { sceneMarkup, type Scene } from '@norther/drawings';
import { memo, useMemo } from 'react';

/**
 * The marks go in as one piece of markup: a drawing has hundreds of them, none with a life of its own, and setting them
 * one by one through React took several times as long as a frame.
 */
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
  const html = useMemo(() => ({ __html: sceneMarkup(scene) }), [scene]);
  return (
    <svg
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      {...(fill ? {} : { width: scene.width, height: scene.height })}
      role="img"
      aria-label={scene.title}
      className={`block max-w-full select-none ${onPick ? '[&_[data-of]]:cursor-pointer' : ''} ${fill ? 'h-full w-full' : ''} ${className}`}
      onClick={(e) => {
        const of = (e.target as SVGElement).dataset['of'];
        if (of && onPick) onPick(of);
      }}
      dangerouslySetInnerHTML={html}
    />
  );
});
