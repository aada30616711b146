import type { Photo, PhotoMark } from '@probe-trail/core/trail';
import { type CSSProperties, useState } from 'react';
import { usePhotoUrl } from '../../photo/usePhotoUrl';
import classes from './MarkedPhoto.module.css';

/** A picture with what was drawn on it. */
export function MarkedPhoto({ photo: { photoId, caption, marks, by } }: { readonly photo: Photo }) {
  const url = usePhotoUrl(photoId);
  const [ratio, setRatio] = useState(4 / 3);
  if (!url) return null;
  return (
    <span className={classes.photo} style={{ '--ratio': ratio } as CSSProperties}>
      <img
        src={url}
        alt={caption || `Photo by ${by}`}
        onLoad={({ currentTarget: { naturalWidth, naturalHeight } }) => setRatio(naturalWidth / naturalHeight)}
      />
      <svg viewBox={`0 0 ${ratio * 100} 100`} aria-hidden="true">
        {marks.map((mark, index) => (
          // A mark has no identity but its place in the drawing.
          <Mark key={index} mark={mark} width={ratio * 100} />
        ))}
      </svg>
    </span>
  );
}

function Mark({ mark: { shape, from, to }, width }: { readonly mark: PhotoMark; readonly width: number }) {
  const [x1, y1, x2, y2] = [from.x * width, from.y * 100, to.x * width, to.y * 100];
  if (shape === 'circle')
    return <ellipse cx={(x1 + x2) / 2} cy={(y1 + y2) / 2} rx={Math.abs(x2 - x1) / 2} ry={Math.abs(y2 - y1) / 2} />;
  const angle = Math.atan2(y2 - y1, x2 - x1);
  const barb = (turn: number) => `${x2 - 7 * Math.cos(angle + turn)} ${y2 - 7 * Math.sin(angle + turn)}`;
  return <path d={`M${x1} ${y1}L${x2} ${y2}M${barb(0.5)}L${x2} ${y2}L${barb(-0.5)}`} />;
}
