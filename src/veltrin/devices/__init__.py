"""Devices: what measures, spoken to as line-delimited JSON over TCP, and stand-ins that speak the same."""
