/** One call to the server. Every error is an HttpError that says what happened in words for the user. */

/** A call that the server refused, or that did not reach it (status 0). */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** The members of the problem details beside title, status and detail. */
    readonly more: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

const UNREACHABLE = "Mendak cannot be reached just now. What you typed is kept here.";

function csrfToken(): string {
  const found = /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie);
  return found?.[1] ? decodeURIComponent(found[1]) : "";
}

async function problem(answer: Response): Promise<HttpError> {
  try {
    const body = (await answer.json()) as Record<string, unknown>;
    const detail = typeof body.detail === "string" ? body.detail : answer.statusText;
    return new HttpError(answer.status, detail, body);
  } catch {
    return new HttpError(answer.status, answer.statusText || `The server answered ${answer.status}.`);
  }
}

/** What came back, its text and the entity tag, for documents that are not JSON. */
export interface Answer {
  text: string;
  etag: string | null;
  status: string | null;
  revision: string | null;
}

async function call(method: string, path: string, init: RequestInit): Promise<Response> {
  const headers = new Headers(init.headers);
  if (method !== "GET") headers.set("X-XSRF-TOKEN", csrfToken());
  let answer: Response;
  try {
    answer = await fetch(path, { ...init, method, headers });
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new HttpError(0, UNREACHABLE);
  }
  if (!answer.ok) {
    const refused = await problem(answer);
    if (refused.status === 401 && path !== "/api/session") signedOut.forEach((tell) => tell());
    throw refused;
  }
  return answer;
}

const signedOut = new Set<() => void>();

/** Told when a call was refused because nobody is signed in any more; answers how to stop listening. */
export function onSignedOut(tell: () => void): () => void {
  signedOut.add(tell);
  return () => signedOut.delete(tell);
}

export async function getJson<T>(path: string, signal?: AbortSignal): Promise<T> {
  return (await (await call("GET", path, { signal })).json()) as T;
}

export async function sendJson<T>(
  method: string,
  path: string,
  body?: unknown,
  signal?: AbortSignal,
): Promise<T> {
  const init: RequestInit = { signal };
  if (body !== undefined) {
    init.body = JSON.stringify(body);
    init.headers = { "Content-Type": "application/json" };
  }
  const answer = await call(method, path, init);
  const text = await answer.text();
  return (text ? JSON.parse(text) : undefined) as T;
}

export async function getText(path: string, signal?: AbortSignal): Promise<Answer> {
  const answer = await call("GET", path, { signal });
  return {
    text: await answer.text(),
    etag: answer.headers.get("ETag"),
    status: answer.headers.get("Mendak-Status"),
    revision: answer.headers.get("Mendak-Revision"),
  };
}

/** Stores a document; the answer's entity tag is that of the new revision. */
export async function putText<T>(
  path: string,
  text: string,
  precondition: Record<string, string>,
): Promise<{ body: T; etag: string | null }> {
  const answer = await call("PUT", path, {
    body: text,
    headers: { "Content-Type": "text/markdown;charset=UTF-8", ...precondition },
  });
  return { body: (await answer.json()) as T, etag: answer.headers.get("ETag") };
}

/** Sends a file as multipart, telling how much of it is sent; abort to stop. */
export function sendFile<T>(
  path: string,
  file: File,
  sent: (bytes: number) => void,
  signal: AbortSignal,
): Promise<T> {
  return new Promise((resolve, reject) => {
    // fetch cannot tell how much of a body it has sent
    const call = new XMLHttpRequest();
    const body = new FormData();
    body.append("file", file);
    call.open("POST", path);
    call.setRequestHeader("X-XSRF-TOKEN", csrfToken());
    call.upload.onprogress = (e) => sent(e.loaded);
    call.onerror = () => reject(new HttpError(0, UNREACHABLE));
    call.onabort = () => reject(new DOMException("stopped", "AbortError"));
    call.onload = () => {
      const answer = new Response(call.responseText, { status: call.status, statusText: call.statusText });
      if (answer.ok) void answer.json().then((json) => resolve(json as T), reject);
      else void problem(answer).then(reject);
    };
    signal.addEventListener("abort", () => call.abort());
    call.send(body);
  });
}
