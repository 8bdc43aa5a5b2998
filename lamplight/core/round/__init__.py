"""The round: which job when, for one pair of hands and several machines that work by themselves meanwhile."""
