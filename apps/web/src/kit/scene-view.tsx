/** Shows a drawing of the drawings package; clicks tell which part was pointed at. */
import { sceneChanges, sceneMarkup, type Scene } from '@norther/drawings';
import { memo, useLayoutEffect, useRef, type MouseEvent } from 'react';

/** The drawing's own rules; the page's do not reach it. */
const STYLE = `<style>
svg { display: block; width: 100%; height: 100%; overflow: visible; user-select: none; }
.font-words { font-family: var(--font-words); }
.font-fig { font-family: var(--font-fig); }
svg:not(.picks) * { cursor: inherit; }
</style>`;

/**
 * A drawing has hundreds of marks, none with a life of its own. They stand in a shadow root, where the page's style rules
 * need not be matched against each of them, and when the drawing changes only those that differ are touched. Both
 * are needed for a drawing of 144 slots to follow a hand.
 */
export const SceneView = memo(function SceneView({
  scene,
  onPick,
  className = '',
  fill = false,
}: {
  readonly scene: Scene;
  /** What was pointed at, and where in the drawing's own measure. */
  readonly onPick?: (of: string, x: number, y: number) => void;
  readonly className?: string;
  /** Fill the box; otherwise drawn at its own size. */
  readonly fill?: boolean;
}) {
  const host = useRef<HTMLDivElement>(null);
  const shown = useRef<Scene | null>(null);
  const picks = onPick !== undefined;
  useLayoutEffect(() => {
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: 'open' });
    redraw(root, shown.current, scene);
    shown.current = scene;
  }, [scene]);
  useLayoutEffect(() => {
    host.current!.shadowRoot!.querySelector('svg')!.classList.toggle('picks', picks);
  }, [picks]);
  const pick = (e: MouseEvent) => {
    const [mark] = e.nativeEvent.composedPath();
    if (!(mark instanceof SVGGraphicsElement)) return;
    const of = mark.dataset['of'];
    const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(mark.getScreenCTM()!.inverse());
    if (of) onPick?.(of, x, y);
  };
  return (
    <div
      ref={host}
      role="img"
      aria-label={scene.title}
      className={`max-w-full ${fill ? 'h-full w-full' : ''} ${className}`}
      style={fill ? undefined : { width: scene.width, aspectRatio: `${scene.width} / ${scene.height}` }}
      onClick={pick}
    />
  );
});

function redraw(root: ShadowRoot, before: Scene | null, after: Scene) {
  if (!before) root.innerHTML = `${STYLE}<svg aria-hidden="true"></svg>`;
  const svg = root.querySelector('svg')!;
  const changes = before && sceneChanges(before, after);
  if (before?.width !== after.width || before.height !== after.height)
    svg.setAttribute('viewBox', `0 0 ${after.width} ${after.height}`);
  if (!changes) {
    svg.innerHTML = sceneMarkup(after);
    return;
  }
  const marks = svg.children;
  for (const change of changes) {
    const mark = marks[change.at];
    if ('insert' in change) {
      const gone = [...marks].slice(change.at, change.at + change.remove);
      if (mark) mark.insertAdjacentHTML('beforebegin', change.insert);
      else svg.insertAdjacentHTML('beforeend', change.insert);
      for (const old of gone) old.remove();
      continue;
    }
    const { set, text } = change;
    if (!mark) continue;
    for (const [name, value] of set)
      if (value === null) mark.removeAttribute(name);
      else mark.setAttribute(name, value);
    if (text !== undefined) mark.textContent = text;
  }
}
