#!/usr/bin/env python3
"""Writes a trained network as an ONNX file with weights of two bytes.

    python3 scripts/reader/export.py NET.pt OUT.onnx
"""
import sys

import torch
import torch.nn as nn
import torch.nn.functional as F
from torch.nn.utils.fusion import fuse_conv_bn_eval

from train import HEIGHT, Reader


class Half(nn.Module):
    """A convolution whose weights are kept in two bytes and widened when it is loaded."""

    def __init__(self, conv):
        super().__init__()
        self.stride, self.padding = conv.stride, conv.padding
        self.register_buffer('w', conv.weight.detach().half())
        self.register_buffer('b', conv.bias.detach().half())

    def forward(self, x):
        return F.conv2d(x, self.w.float(), self.b.float(), self.stride, self.padding)


def halved(module):
    for name, child in module.named_children():
        if isinstance(child, nn.Sequential) and len(child) > 1 and isinstance(child[0], nn.Conv2d) and isinstance(child[1], nn.BatchNorm2d):
            child[0] = Half(fuse_conv_bn_eval(child[0], child[1]))
            child[1] = nn.Identity()
        elif isinstance(child, nn.Conv2d):
            setattr(module, name, Half(child))
        else:
            halved(child)


class Exported(nn.Module):
    def __init__(self, net):
        super().__init__()
        self.net = net

    def forward(self, x):
        return self.net(x)


kept = torch.load(sys.argv[1], map_location='cpu')
net = Reader(len(kept['names']))
net.load_state_dict(kept['weights'])
net.eval()
x = torch.rand(1, 1, HEIGHT, 320)
before = net(x)
halved(net)
print('largest difference', (net(x) - before).abs().max().item())
torch.onnx.export(
    Exported(net),
    x,
    sys.argv[2],
    opset_version=13,
    do_constant_folding=False,
    input_names=['ink'],
    output_names=['seen'],
    dynamic_axes={'ink': {3: 'width'}, 'seen': {3: 'columns'}},
)
