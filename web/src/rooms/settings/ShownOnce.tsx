/** A secret that was just made and is not kept anywhere as it stands here. */
export function ShownOnce({ what, secret }: { what: string; secret: string }) {
  return (
    <p className="shown-once" role="status">
      {what}: <code>{secret}</code>{' '}
      <button className="word" onClick={() => void navigator.clipboard.writeText(secret)}>
        Copy
      </button>
      <br />
      <span className="second">It is shown this once. Write it down or pass it on now.</span>
    </p>
  );
}
