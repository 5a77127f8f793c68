kill $(pgrep -f play.tmp.mjs) 2>/dev/null; for p in 4410 4470; do kill $(ss -ltnp | grep ":$p " | grep -o 'pid=[0-9]*' | cut -d= -f2 | head -1) 2>/dev/null; done; sleep 3
(node play.tmp.mjs > /tmp/play.log 2>&1 &) ; for i in $(seq 90); do grep -q "^up" /tmp/play.log && break; sleep 1; done; tail -1 /tmp/play.log
