"""Made-up input, valid and not, from the product's own description of itself."""
