"""Printed cards."""
