// Stands in for the package `server-only` outside the web server, where there is no browser to guard against.
export {};
