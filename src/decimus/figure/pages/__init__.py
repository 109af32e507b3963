"""Pages of several parts, pages that are enlarged or small, and what is said of them."""
