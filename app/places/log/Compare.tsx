import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Log.module.css";

/** A revision beside the lesson as it is now: what is new since stands out, what is gone is dashed. */
export function Compare({
  lessonId,
  revision,
  latest,
}: {
  lessonId: string;
  revision: number;
  latest: number;
}) {
  // The sheet as it is now holds each picture's place until it is there; few lessons ever change their sheet.
  const { widthMm: width, heightMm: height } = useLesson().lesson.sheet;
  const picture = (n: number) => `/lessons/${lessonId}/revisions/${n}/picture.svg`;
  if (revision === latest)
    return (
      <figure className={styles.picture}>
        <img src={picture(latest)} alt={`The sheet at revision ${latest}`} width={width} height={height} />
        <figcaption>Revision {latest}, now. Choose an earlier one to see what changed.</figcaption>
      </figure>
    );
  return (
    <div className={styles.compare}>
      <figure className={styles.picture}>
        <img
          src={picture(revision)}
          alt={`The sheet at revision ${revision}`}
          width={width}
          height={height}
        />
        <figcaption>Revision {revision}</figcaption>
      </figure>
      <figure className={styles.picture}>
        <img
          src={`${picture(revision)}?to=${latest}`}
          alt={`The sheet now, with what is new since revision ${revision}`}
          width={width}
          height={height}
        />
        <figcaption>Now: red is new since, dashed is gone</figcaption>
      </figure>
    </div>
  );
}
