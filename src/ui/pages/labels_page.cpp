// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/labels_page.h"

#include <QComboBox>
#include <QPainter>
#include <QSpinBox>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

using app::toQt;

/// The first page as it will be printed.
class LabelsPage::Preview final : public QWidget {
public:
    explicit Preview(const LabelsPage& page) : m_page(page) { setAccessibleName("First page of the labels"); }

protected:
    void paintEvent(QPaintEvent*) override
    {
        const bool isStrips = m_page.kind() == PanelStrips;
        const LabelJob labels = m_page.labelJob();
        const QSizeF paper = isStrips ? QSizeF(210, 297) : QSizeF(labels.sheet.pageWidth, labels.sheet.pageHeight);
        const double scale = std::min((width() - 32) / paper.width(), (height() - 32) / paper.height());
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.translate((width() - paper.width() * scale) / 2, (height() - paper.height() * scale) / 2);
        painter.scale(scale, scale);
        painter.setPen(QPen(theme().hairline, 0.4));
        painter.setBrush(Qt::white);
        painter.drawRect(QRectF(QPointF(0, 0), paper));
        painter.setBrush(Qt::NoBrush);
        if (isStrips) paintPage(painter, m_page.stripJob(), 0);
        else paintPage(painter, labels, 0, true);
    }

private:
    const LabelsPage& m_page;
};

LabelsPage::LabelsPage(app::Document& document, std::function<QString()> askPath,
                       std::function<void(const QString&, bool)> tell, QWidget* parent)
    : QWidget(parent), m_document(document), m_askPath(std::move(askPath)), m_tell(std::move(tell))
{
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(0);
    row->addWidget(choices(), 2);
    m_preview = new Preview(*this);
    row->addWidget(m_preview, 5);
    connect(&document, &app::Document::analysisChanged, this, &LabelsPage::refresh);
    connect(&document, &app::Document::planChanged, this, &LabelsPage::refresh);
    refresh();
}

/// The sheet, and how much of it is gone.
QWidget* LabelsPage::sheetChoices(const AddField& add)
{
    m_ofSheet = new QWidget;
    auto* sheet = column(m_ofSheet, 0, 8);
    m_sheet = new QComboBox;
    for (const survey::Sheet& one : survey::sheets()) m_sheet->addItem(one.name);
    m_sheet->setCurrentIndex(1);
    m_sheet->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    add(sheet, "Sheet", m_sheet);
    m_used = new QSpinBox;
    m_used->setRange(0, 188);
    add(sheet, "Labels of the first sheet that are gone", m_used);
    return m_ofSheet;
}

QWidget* LabelsPage::choices()
{
    auto* panel = frame("list");
    auto* all = column(panel, 24, 8);
    all->addWidget(label("Labels", "title"));
    const auto add = [&](QVBoxLayout* into, const QString& name, QWidget* field) {
        into->addWidget(label(name, "soft"));
        field->setAccessibleName(name);
        into->addWidget(field);
    };
    m_kind = new QComboBox;
    m_kind->addItems({"both ends of each cable", "the rate of each port", "strips for panels and jacks"});
    add(all, "What is labelled", m_kind);
    all->addWidget(sheetChoices(add));
    m_ofStrip = new QWidget;
    auto* strip = column(m_ofStrip, 0, 8);
    m_pitch = new QSpinBox;
    m_pitch->setRange(8, 40);
    m_pitch->setValue(15);
    m_pitch->setSuffix(" mm");
    add(strip, "From port to port", m_pitch);
    all->addWidget(m_ofStrip);
    m_sentence = label("", "", true);
    all->addSpacing(6);
    all->addWidget(m_sentence);
    m_write = button("Save as PDF …", "main", [this] {
        const QString path = m_askPath();
        if (path.isEmpty()) return;
        const bool good = write(path);
        m_tell(good ? "The labels were written to " + path
                    : "The labels could not be written to " + path + ": choose a folder that you may write to",
               good);
    });
    all->addWidget(m_write, 0, Qt::AlignLeft);
    all->addWidget(label("Print at 100 %, not “fit to page”, and try one on plain paper first.", "soft", true));
    all->addStretch(1);
    connect(m_kind, &QComboBox::currentIndexChanged, this, &LabelsPage::refresh);
    connect(m_sheet, &QComboBox::currentIndexChanged, this, &LabelsPage::refresh);
    connect(m_used, &QSpinBox::valueChanged, this, &LabelsPage::refresh);
    connect(m_pitch, &QSpinBox::valueChanged, this, &LabelsPage::refresh);
    return panel;
}

LabelsPage::Kind LabelsPage::kind() const { return static_cast<Kind>(m_kind->currentIndex()); }
void LabelsPage::setKind(Kind kind) { m_kind->setCurrentIndex(kind); }

/// What each port runs at, where its link comes up.
std::vector<std::pair<plan::PortId, BitRate>> LabelsPage::rates() const
{
    std::vector<std::pair<plan::PortId, BitRate>> known;
    for (const match::LinkReport& link : m_document.analysis().links) {
        if (!link.rate) continue;
        known.emplace_back(link.link.a, *link.rate);
        known.emplace_back(link.link.b, *link.rate);
    }
    return known;
}

LabelJob LabelsPage::labelJob() const
{
    const auto at = static_cast<std::size_t>(std::max(0, m_sheet->currentIndex()));
    LabelJob job{survey::sheets()[at], {}, 0};
    job.used = std::min(m_used->value(), job.sheet.columns * job.sheet.rows - 1);
    if (kind() == Cables) job.labels = survey::cableLabels(m_document.plan(), m_document.knowledge());
    else if (kind() == PortRates)
        for (const survey::Strip& strip : survey::portRateStrips(m_document.plan(), rates()))
            for (const survey::Label& one : strip.ports)
                job.labels.push_back({strip.panel + " " + one.title, one.line, one.small});
    return job;
}

StripJob LabelsPage::stripJob() const
{
    return {survey::panelStrips(m_document.plan()), static_cast<double>(m_pitch->value())};
}

int LabelsPage::labels() const
{
    if (kind() != PanelStrips) return static_cast<int>(labelJob().labels.size());
    int ports = 0;
    for (const survey::Strip& strip : stripJob().strips) ports += static_cast<int>(strip.ports.size());
    return ports;
}

void LabelsPage::refresh()
{
    m_ofSheet->setVisible(kind() != PanelStrips);
    m_ofStrip->setVisible(kind() == PanelStrips);
    const int pages = kind() == PanelStrips ? pagesOf(stripJob()) : pagesOf(labelJob());
    const auto counted = [](int count, const char* one, const char* more) {
        return QString("%1 %2").arg(count).arg(count == 1 ? one : more);
    };
    m_sentence->setText(pages == 0 ? QString("There is nothing to label yet.")
                                   : counted(labels(), "label", "labels") + " on " + counted(pages, "page", "pages"));
    m_write->setEnabled(pages > 0);
    m_preview->update();
}

bool LabelsPage::write(const QString& path) const
{
    if (labels() == 0) return false;
    return kind() == PanelStrips ? writePdf(stripJob(), path) : writePdf(labelJob(), path);
}

}  // namespace sokudo::ui
