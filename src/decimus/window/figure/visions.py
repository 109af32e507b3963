"""How a page can be seen, in words."""

from __future__ import annotations

from decimus.terms import Vision

VISIONS = {
    Vision.USUAL: "as it is",
    Vision.GREY: "in greys",
    Vision.PROTANOPIA: "without red (protanopia)",
    Vision.DEUTERANOPIA: "without green (deuteranopia)",
    Vision.TRITANOPIA: "without blue (tritanopia)",
}
