"""The results of a class: noted, held against the forecast, kept with its motors."""
