"""Shipped knowledge in our own words: kinds of machines and procedures, as checked YAML."""
