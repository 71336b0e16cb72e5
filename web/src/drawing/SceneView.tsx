import { memo } from 'react'
import type { ScenePicture } from '../api/client'

interface SceneViewProps {
  picture: ScenePicture
  words: string
  className?: string
}

const DIM = 0.5

/** One view of a scene, painted in the order it came in; its colours are the theme's. */
export const SceneView = memo(function SceneView({ picture, words, className = '' }: SceneViewProps) {
  return (
    <svg
      viewBox={`0 0 ${picture.width_px} ${picture.height_px}`}
      className={`scene block w-full overflow-hidden ${className}`}
      role="img"
      aria-label={words}
    >
      {picture.shapes.map((shape, i) => (
        <path
          key={i}
          d={shape.path}
          fill={`var(--scene-${shape.paint})`}
          stroke={`var(--scene-${shape.paint})`}
          strokeWidth={1}
          opacity={1 - DIM * shape.fade}
        />
      ))}
    </svg>
  )
})
