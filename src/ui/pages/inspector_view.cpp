// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/inspector_view.h"

#include <QGridLayout>
#include <QHBoxLayout>

#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

constexpr int kLongDetail = 24;  // characters that fit between name and value of a line

/// The name of a line; a button where a form opens by it.
QWidget* nameOf(const app::InspectorLine& entry, const InspectorWays& ways)
{
    if (entry.at.id != 0 && entry.value.isEmpty() && entry.detail.isEmpty()) {
        QLabel* jump = linkText(entry.name, [ways, at = entry.at] { ways.go(at); });
        jump->setToolTip("Show it");
        return jump;
    }
    if (!entry.port.isSet() && !entry.slot.isSet())
        return label(entry.name, entry.detail.isEmpty() && entry.value.isEmpty() ? "" : "soft", true);
    auto* name = button(entry.name, "quiet", [ways, port = entry.port, slot = entry.slot] {
        if (port.isSet()) ways.showPort(port);
        else ways.showSlot(slot);
    });
    name->setToolTip(tip((entry.port.isSet() ? "Look at " : "Change ") + entry.name));
    return name;
}

/// Puts a line at `row`; the rows it takes.
int addLine(QGridLayout& grid, int row, const app::InspectorLine& entry, int width, const InspectorWays& ways)
{
    // What belongs to the line above it, without a name of its own.
    if (entry.name.isEmpty() && entry.value.isEmpty()) {
        grid.addWidget(label(entry.detail, "soft", true), row, 1, 1, 3);
        return 1;
    }
    QWidget* name = nameOf(entry, ways);
    const bool isAlone = entry.detail.isEmpty() && entry.value.isEmpty();
    if (entry.mark) grid.addWidget(new VerdictMark(entry.mark), row, 0, isAlone ? Qt::AlignTop : Qt::AlignVCenter);
    if (entry.number > 0) grid.addWidget(label(QString::number(entry.number), "figure"), row, 0, Qt::AlignTop);
    if (isAlone) {
        const bool isBehind = entry.mark || entry.number > 0;
        grid.addWidget(name, row, isBehind ? 1 : 0, 1, isBehind ? 3 : 4);
        return 1;
    }
    const QString value = entry.value.isEmpty() ? entry.detail : entry.value;
    grid.addWidget(name, row, 1, Qt::AlignLeft | (value.size() > 34 ? Qt::AlignTop : Qt::AlignVCenter));
    // What does not fit between name and value stands below them.
    const auto letters = entry.name.size() + entry.detail.size() + value.size();
    const bool isLong = entry.detail.size() > kLongDetail || (isVeryLarge() && letters * scaled(8) > width);
    if (!entry.value.isEmpty() && !entry.detail.isEmpty() && isLong)
        grid.addWidget(label(entry.detail, "soft", true), row + 1, 1, 1, 3);
    else if (!entry.value.isEmpty() && !entry.detail.isEmpty())
        grid.addWidget(label(entry.detail, "soft"), row, 2, Qt::AlignLeft | Qt::AlignVCenter);
    if (entry.run.isSet()) {
        auto* jump = button(value, "quiet", [ways, run = entry.run] { ways.showRun(run); });
        jump->setToolTip("Show the run");
        grid.addWidget(jump, row, 3, Qt::AlignRight);
    } else if (entry.at.id != 0) {
        auto* jump = button(value, "quiet", [ways, at = entry.at] { ways.go(at); });
        grid.addWidget(jump, row, 3, Qt::AlignRight);
    } else {
        auto* text = label(value, entry.value == "free" ? "soft" : "", true);
        text->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        grid.addWidget(text, row, 3);
    }
    return isLong ? 2 : 1;
}

}  // namespace

QWidget* inspectorView(const app::InspectorContent& content, int width, const InspectorWays& ways)
{
    auto* page = new QWidget;
    auto* all = column(page, 18, 6);
    all->addWidget(label(content.title, "title", true));
    all->addWidget(label(content.subtitle, "soft", true));
    if (!content.notice.isEmpty()) {
        auto* notice = frame("notice");
        auto* row = new QHBoxLayout(notice);
        row->setContentsMargins(10, 8, 10, 8);
        row->addWidget(new VerdictMark(content.verdict), 0, Qt::AlignTop);
        row->addWidget(label(content.notice, "", true), 1);
        all->addSpacing(4);
        all->addWidget(notice);
    }
    for (const auto& section : content.sections) {
        all->addSpacing(8);
        all->addWidget(label(section.heading, "heading", true));
        auto* grid = new QGridLayout;
        grid->setHorizontalSpacing(10);
        grid->setVerticalSpacing(3);
        grid->setColumnStretch(3, 1);
        int row = 0;
        for (const auto& entry : section.lines) row += addLine(*grid, row, entry, width, ways);
        all->addLayout(grid);
    }
    return page;
}

}  // namespace sokudo::ui
