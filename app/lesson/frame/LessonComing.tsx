import styles from "./LessonFrame.module.css";

/** The frame of a lesson before its document has been read: where everything will stand, and nothing that moves. */
export function LessonComing() {
  return (
    <div className={styles.frame} aria-busy="true">
      <header className={styles.head}>
        <img src="/mark.svg" alt="" width={30} height={30} />
        <span className={styles.title}>Opening the lesson …</span>
      </header>
      <main className={styles.place_body} />
    </div>
  );
}
