"""A pattern of one's own: from points, strokes, measures and sums to the Pattern every stage uses."""
