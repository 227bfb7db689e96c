/** A message with what differs from case to case as a marked gap with its name. */
export function Shape({ message }: { message: string }) {
  return (
    <code className="gap-message">
      {message.split(/(\{[A-Za-z_][\w.-]*:[a-z]+\})/).map((part, i) => {
        const name = /^\{([^:]+):[a-z]+\}$/.exec(part)?.[1];
        return name ? (
          <i key={i} className="gap-value">
            {name}
          </i>
        ) : (
          <span key={i}>{part.replace(/\{\{/g, "{").replace(/\}\}/g, "}")}</span>
        );
      })}
    </code>
  );
}
