"""Writes maximum-flow.json: random graphs, the values that scipy.sparse.csgraph.maximum_flow gives them, and their smallest source sides.

python3 maximum-flow.py > maximum-flow.json        (Debian: python3-scipy)

A graph is its number of nodes, the capacities from the source and to the sink of each node, and edges [a, b, there, back].
"""
import json
import random
from collections import deque

import numpy
import scipy
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import maximum_flow

random.seed(1234)
graphs = []
for case in range(80):
    nodes = random.choice([2, 3, 5, 9, 16, 30, 60])
    most = random.choice([1, 5, 100, 100000])
    ties = [[random.randint(0, most) if random.random() < 0.5 else 0, random.randint(0, most) if random.random() < 0.5 else 0] for _ in range(nodes)]
    edges = {}
    for _ in range(random.randint(0, 4 * nodes)):
        a, b = random.sample(range(nodes), 2)
        edges[min(a, b), max(a, b)] = [random.randint(0, most), random.randint(0, most)]
    capacity = numpy.zeros((nodes + 2, nodes + 2), dtype=numpy.int32)
    source, sink = nodes, nodes + 1
    for node, (from_source, to_sink) in enumerate(ties):
        capacity[source, node], capacity[node, sink] = from_source, to_sink
    for (a, b), (there, back) in edges.items():
        capacity[a, b], capacity[b, a] = there, back
    result = maximum_flow(csr_matrix(capacity), source, sink)
    residual = capacity - result.flow.toarray()
    reached, open_ = {source}, deque([source])
    while open_:
        at = open_.popleft()
        for there in range(nodes + 2):
            if residual[at, there] > 0 and there not in reached:
                reached.add(there)
                open_.append(there)
    graphs.append({
        "ties": ties,
        "edges": [[a, b, there, back] for (a, b), (there, back) in edges.items()],
        "flow": int(result.flow_value),
        "source": sorted(n for n in reached if n < nodes),
    })
print(json.dumps({"scipy": scipy.__version__, "graphs": graphs}, separators=(",", ":")))
