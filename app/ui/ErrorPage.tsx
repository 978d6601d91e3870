import { Link } from "react-router";
import styles from "./ErrorPage.module.css";

/** A failing page in the app's own look: what happened, what was kept, where to go. */
export function ErrorPage({
  title,
  message,
  to = "/",
  where = "Back to the shelf",
}: {
  title: string;
  message: string;
  to?: string;
  where?: string;
}) {
  return (
    <main className={styles.desk}>
      <div className={styles.sheet}>
        <h1>{title}</h1>
        <p>{message}</p>
        <p>
          <Link to={to} reloadDocument={to !== "/"}>
            {where}
          </Link>
        </p>
      </div>
    </main>
  );
}
