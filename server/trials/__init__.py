"""Trials: runs of a motor, written once. A correction is a trial of its own that names the one it corrects."""
