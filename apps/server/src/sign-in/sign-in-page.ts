/** The page a browser signs in on: plain HTML, so that it works before anything of the interface may be read. */

const escaped = (text: string): string => text.replace(/[&<>"']/g, (one) => `&#${one.charCodeAt(0)};`);

const STYLE = `
:root { color-scheme: light dark; --paper: #f6f1e3; --sheet: #fbf8ef; --ink: #14243a; --line: #8d866f; --wrong: #9c2f0c; }
@media (prefers-color-scheme: dark) { :root { --paper: #10171f; --sheet: #16202a; --ink: #d5dbd9; --line: #7a8a95; --wrong: #f2a184; } }
body { margin: 0; background: var(--paper); color: var(--ink); font: 17px/1.45 sans-serif; }
main { max-width: 340px; margin: 12vh auto 0; padding: 0 16px; }
label { display: block; margin-bottom: 4px; }
input, button { box-sizing: border-box; width: 100%; min-height: 48px; padding: 0 12px; font: inherit; border: 1px solid var(--line); border-radius: 0; }
input { background: var(--sheet); color: var(--ink); }
button { margin-top: 12px; background: var(--ink); color: var(--paper); cursor: pointer; }
:focus-visible { outline: 2px solid #0b62a8; outline-offset: 2px; }
[role=alert] { color: var(--wrong); }
`;

/** @param to where to go on afterwards @param trouble why it was not let in */
export const signInPage = (nonce: string, to: string, trouble = ''): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Sign in · Diaphon</title>
<style nonce="${nonce}">${STYLE}</style>
</head>
<body>
<main>
<h1>Diaphon</h1>
${trouble ? `<p role="alert">${escaped(trouble)}</p>` : ''}
<form method="post" action="/sign-in">
<input type="hidden" name="to" value="${escaped(to)}">
<label for="passphrase">Passphrase of this studio</label>
<input id="passphrase" name="passphrase" type="password" autocomplete="current-password" required autofocus>
<button>Sign in</button>
</form>
<p>It was chosen at the computer that runs Diaphon.</p>
</main>
</body>
</html>
`;

/** An address of this server, and no other: what is given may come from anywhere. */
export const ownAddress = (to: unknown): string =>
  typeof to === 'string' && /^\/(?![/\\])[\w\-./?=&%+#:]*$/.test(to) && !to.startsWith('/sign-in') ? to : '/';
