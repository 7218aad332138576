/**
 * Where the line between colours lies (M9). Near the port the layers flow over each other between
 * two walls: plane Poiseuille flow of layers of different viscosity at given flow shares. Along the
 * bait the mean share of a colour is its bore's, whatever the line does.
 */

/**
 * Flow of each of several layers between walls 0 and 1 under unit pressure gradient, no slip at the
 * walls, equal speed and shear stress where layers meet. μ u' = −(y − y₀).
 * @param edges where layers meet, rising, in (0, 1)
 * @param viscosity of each layer, any unit, one more than the edges
 */
function flows(edges: number[], viscosity: number[]): number[] {
  const ends = [0, ...edges, 1];
  // Speed at the far wall is 0: Σ ∫ (y₀ − y)/μ dy = 0 gives y₀, where the shear stress is 0.
  let fluid = 0;
  let moment = 0;
  viscosity.forEach((mu, i) => {
    fluid += (ends[i + 1]! - ends[i]!) / mu;
    moment += (ends[i + 1]! ** 2 - ends[i]! ** 2) / (2 * mu);
  });
  const y0 = moment / fluid;
  let at = 0;
  return viscosity.map((mu, i) => {
    const [inner, outer] = [ends[i]!, ends[i + 1]!];
    const step = outer - inner;
    // u(y) = at + ∫ₚ (y₀ − t)/μ dt; its integral over the layer in closed form.
    const flow = at * step + ((y0 - inner) * step ** 2) / (2 * mu) - step ** 3 / (6 * mu);
    at += ((y0 - inner) * step) / mu - step ** 2 / (2 * mu);
    return flow;
  });
}

/**
 * Edges between layers near the port, as shares of the thickness from the first wall. Two layers of
 * equal viscosity at a flow ratio of 2 meet at 0.613; equal flows at a viscosity ratio of 2 at
 * 0.529 (the thicker one takes the more room).
 * @param flow share of the whole each layer has, adding up to 1
 * @param viscosity of each, any one unit
 * @see R. B. Bird, W. E. Stewart, E. N. Lightfoot, *Transport Phenomena*, §2.5
 */
export function portLine(flow: number[], viscosity: number[] = flow.map(() => 1)): number[] {
  const share = (edges: number[]) => {
    const outer = flows(edges, viscosity);
    const all = outer.reduce((x, y) => x + y, 0);
    return outer.map((x) => x / all);
  };
  const below = (edges: number[], i: number) =>
    share(edges)
      .slice(0, i + 1)
      .reduce((x, y) => x + y, 0);
  let sum = 0;
  const edges = flow.slice(0, -1).map((flow) => (sum += flow));
  // Each edge in turn is put where the flow under it is right, until none moves: the flow under an
  // edge rises with it.
  for (let round = 0; round < 80; round++) {
    let moved = 0;
    for (let i = 0; i < edges.length; i++) {
      const wanted = flow.slice(0, i + 1).reduce((x, y) => x + y, 0);
      let low = i === 0 ? 0 : edges[i - 1]!;
      let high = i === edges.length - 1 ? 1 : edges[i + 1]!;
      const was = edges[i]!;
      for (let k = 0; k < 60; k++) {
        edges[i] = (low + high) / 2;
        if (below(edges, i) < wanted) low = edges[i]!;
        else high = edges[i]!;
      }
      moved = Math.max(moved, Math.abs(edges[i]! - was));
    }
    if (moved < 1e-12) break;
  }
  return edges;
}

/**
 * Height at which a level cuts an ellipse so that `share` of its area is under it, in half-heights
 * from the middle (−1 the bottom, 1 the top): where the line of a colour with that share sits in a
 * round section.
 */
export function levelOf(share: number): number {
  const within = Math.min(1, Math.max(0, share));
  let low = -1;
  let high = 1;
  for (let k = 0; k < 60; k++) {
    const y = (low + high) / 2;
    if (0.5 + (Math.asin(y) + y * Math.sqrt(1 - y * y)) / Math.PI < within) low = y;
    else high = y;
  }
  return (low + high) / 2;
}
