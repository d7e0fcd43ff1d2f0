# Processes that outlive the command that starts them. Sourced after common.sh.

# A free port on loopback, from $1 upwards.
free_port() {
  node -e '
    const net = require("net");
    const tryPort = (p) => { const s = net.createServer();
      s.once("error", () => tryPort(p + 1));
      s.listen(p, "127.0.0.1", () => s.close(() => console.log(p))); };
    tryPort(Number(process.argv[1]));' "$1"
}

# Starts a process that outlives this command. $1 name, then the command.
start_detached() {
  local name=$1; shift
  mkdir -p "$LOCAL/run"
  setsid nohup "$@" </dev/null >"$LOCAL/$name.log" 2>&1 &
  echo $! >"$LOCAL/run/$name.pid"
}

# The same, started again whenever it ends by itself (scripts/supervise.mjs). $1 name, then the command.
keep_alive() {
  local name=$1; shift
  start_detached "$name" node scripts/supervise.mjs "$name" "$@"
}

# Whether the process of that name, started here, still runs.
running() {
  local pid; pid=$(cat "$LOCAL/run/$1.pid" 2>/dev/null) || return 1
  kill -0 "$pid" 2>/dev/null && tr '\0' ' ' <"/proc/$pid/cmdline" | grep -qE 'supervise\.mjs|serve\.mjs|worker\.mjs|next'
}

# Ends a process started here, and its children.
stop_detached() {
  local pid; pid=$(cat "$LOCAL/run/$1.pid" 2>/dev/null) || return 0
  if running "$1"; then
    kill -TERM -- "-$pid" 2>/dev/null || kill -TERM "$pid" 2>/dev/null || true
    for _ in $(seq 50); do kill -0 "$pid" 2>/dev/null || break; sleep 0.1; done
    kill -KILL -- "-$pid" 2>/dev/null || true
  fi
  rm -f "$LOCAL/run/$1.pid"
}

wait_for() {
  local url=$1 name=$2
  local until=$((SECONDS + 60))
  while [ $SECONDS -lt $until ]; do
    if node -e 'fetch(process.argv[1]).then(r=>process.exit(r.ok?0:1),()=>process.exit(1))' "$url"; then return; fi
    running "$name" || { tail -20 "$LOCAL/$name.log" >&2; fail "The app did not start."; }
    sleep 0.2
  done
  tail -20 "$LOCAL/$name.log" >&2; fail "The app does not answer."
}
