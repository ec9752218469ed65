// SPDX-License-Identifier: GPL-3.0-or-later
// What is written on labels: at both ends of each cable, under the ports of a panel, at the ports of a switch.
#pragma once

#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

/// One label: what is read first, and what stands below it.
struct Label {
    std::string title;  ///< "q1"
    std::string line;   ///< "core 4 → vault 2"
    std::string small;  ///< "OM4 12 m"
};

/// Two of each run, a and b: each says its own end first. In the order of their labels; the made-up ones last.
std::vector<Label> cableLabels(const plan::Plan&, const kb::KnowledgeBase&, const std::vector<plan::RunId>& only = {});
/// A strip for each panel: its ports in order, with where each leads.
struct Strip {
    std::string panel;
    std::vector<Label> ports;
};
std::vector<Strip> panelStrips(const plan::Plan&);
/// One for each port of a device that has a rate: what it runs at and who is behind it.
std::vector<Strip> portRateStrips(const plan::Plan&, const std::vector<std::pair<plan::PortId, BitRate>>& rates);

/// A common sheet of labels, in millimetres from the corner of the page.
struct Sheet {
    const char* name;
    double pageWidth, pageHeight;
    int columns, rows;
    double left, top, width, height, stepX, stepY;
};
/// @source common sizes of label sheets on A4 and Letter paper
const std::vector<Sheet>& sheets();

}  // namespace sokudo::survey
