import { Button, PasswordInput } from "@mantine/core";
import { Form, useNavigation } from "react-router";
import styles from "./Enter.module.css";

/** Where the passphrase is entered, for whoever comes from another machine. */
export function Enter({ problem }: { problem: string | null }) {
  const busy = useNavigation().state !== "idle";
  return (
    <main className={styles.desk}>
      <Form method="post" className={styles.sheet}>
        <h1>
          <img src="/mark.svg" alt="" width={34} height={34} /> Regulanda
        </h1>
        <PasswordInput
          name="passphrase"
          label="Passphrase"
          description="Whoever looks after this server knows it."
          size="md"
          required
          withAsterisk={false}
          autoFocus
          maxLength={500}
          autoComplete="current-password"
          error={problem}
        />
        <Button type="submit" size="md" loading={busy}>
          Enter
        </Button>
      </Form>
    </main>
  );
}
