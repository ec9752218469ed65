// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // 2.354 Gb/s is the goodput of 2.5GBASE-T at an MTU of 1500.
    {"rj45:2.5gbase-t usb=5 / cat6 10m / rj45:2.5gbase-t", Verdict::Fits, kNoRate, "usb"},
    {"rj45:2.5gbase-t usb=0.48 / cat6 10m / rj45:2.5gbase-t", Verdict::Limited, 0.48, "usb"},
    {"rj45:2.5gbase-t / cat6 10m / rj45:2.5gbase-t usb=0.48", Verdict::Limited, 0.48, "usb"},
    {"rj45:5gbase-t usb=5 / cat6 10m / rj45:5gbase-t", Verdict::Limited, 5, "usb"},
    {"rj45:10gbase-t usb=20 / cat6a 10m / rj45:10gbase-t", Verdict::Fits, kNoRate, "usb"},
    {"rj45:10gbase-t usb=5 / cat6a 10m / rj45:10gbase-t", Verdict::Limited, 5, "usb"},
    {"rj45:1000base-t usb=5 / cat6 10m / rj45:1000base-t", Verdict::Fits, kNoRate, "usb"},
    {"rj45:1000base-t / cat6 10m / rj45:1000base-t", Verdict::Fits, kSilent, "usb"},
};

}  // namespace

SOKUDO_RULE_ROWS(UsbBusTest, "usb-bus", kRows)
