"""The trade: every rule and computation of Veltrin, in SI units, free of interface code.

Axes at the ball: x to the target, y to the left, z up. Azimuths turn from x towards y, so *left is positive*
in here; the edges (API, command line) speak golf and take *right* as positive. `fall` > 0 is downhill along x,
`side` > 0 is ball above the feet. Everything is computed for a right-hander; `plan.mirror` turns left-handers.
"""
