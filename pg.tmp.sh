cd /work/main
for p in 4470 4410; do pid=$(ss -ltnp | grep ":$p " | grep -o 'pid=[0-9]*' | head -1 | cut -d= -f2); [ -n "$pid" ] && kill $pid; done; pkill -f play.tmp.mjs; rm -f /tmp/play.log; sleep 2
node -e 'import("./scripts/lib/setup.mjs").then(async m=>{await m.build();console.log("BUILD DONE")})' > /tmp/build.log 2>&1
FULL=$1 setsid node play.tmp.mjs > /tmp/play.log 2>&1 &
while ! grep -q READY /tmp/play.log 2>/dev/null; do sleep 2; done
tail -1 /tmp/build.log; date
