"""A sensible train to start from."""

from oakspin.design.train import TrainDesign

TRAIN_START = TrainDesign()
