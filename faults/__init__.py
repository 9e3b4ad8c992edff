"""What must be withstood, tried by itself on loopback: ``python -m faults``."""
