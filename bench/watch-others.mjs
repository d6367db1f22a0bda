// Asks a server something plain ten times a second, in a process of its own, until its input ends; then tells how long it waited at most.
const [address] = process.argv.slice(2);
let [longest, refused, over] = [0, 0, false];
process.stdin.resume().on('end', () => (over = true));
while (!over) {
  const began = performance.now();
  const answer = await fetch(`${address}/api/projects`);
  await answer.arrayBuffer();
  longest = Math.max(longest, performance.now() - began);
  if (answer.status !== 200) refused++;
  await new Promise((resolve) => setTimeout(resolve, 100));
}
console.log(JSON.stringify({ longest, refused }));
