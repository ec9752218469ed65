// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/logbook_page.h"

#include <QComboBox>
#include <QFile>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QPainter>
#include <QStyledItemDelegate>
#include <QTableView>

#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/series_plot.h"

namespace sokudo::ui {
namespace {

/// Time and kind in figures, measurements in the colour of what was measured.
class EntryDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    void initStyleOption(QStyleOptionViewItem* option, const QModelIndex& index) const override
    {
        QStyledItemDelegate::initStyleOption(option, index);
        const auto kind = static_cast<logbook::EntryKind>(index.data(app::LogbookPresenter::kKindRole).toInt());
        if (index.column() < 2) option->font = typeface(Face::Figure, 12);
        if (index.column() == 1 && kind == logbook::EntryKind::Measurement)
            option->palette.setColor(QPalette::Text, theme().measured);
        else if (index.column() < 2) option->palette.setColor(QPalette::Text, theme().soft);
    }
};

}  // namespace

void LogbookPage::makeTable()
{
    m_table = new QTableView;
    m_table->setModel(m_presenter.entries());
    m_table->setItemDelegate(new EntryDelegate(m_table));
    m_table->setAccessibleName("Entries, newest first");
    m_table->verticalHeader()->hide();
    m_table->verticalHeader()->setDefaultSectionSize(scaled(27));
    m_table->setShowGrid(false);
    m_table->setWordWrap(false);
    m_table->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_table->setSelectionMode(QAbstractItemView::SingleSelection);
    m_table->horizontalHeader()->setStretchLastSection(true);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft);
    m_table->horizontalHeader()->setHighlightSections(false);
}

/// For the change that is selected: results before it say nothing of the path as it is now.
QWidget* LogbookPage::whenMade()
{
    m_when = new QWidget;
    auto* line = new QHBoxLayout(m_when);
    line->setContentsMargins(0, 0, 0, 0);
    auto* moment = new QLineEdit;
    moment->setPlaceholderText("as logged, or a moment such as 2026-11-28 18:00");
    moment->setAccessibleName("When the selected change was made, UTC");
    const auto say = [this, moment](const QString& when) {
        if (m_presenter.sayMade(m_table->currentIndex().row(), when)) moment->clear();
    };
    auto* title = label("When it was done", "soft");
    title->setBuddy(moment);
    line->addWidget(title);
    line->addWidget(moment, 1);
    line->addWidget(button("Set", "", [say, moment] { say(moment->text()); }));
    line->addWidget(button("Only written down", "", [say] { say("nothing"); }));
    connect(moment, &QLineEdit::returnPressed, this, [say, moment] { say(moment->text()); });
    m_when->hide();
    return m_when;
}

void LogbookPage::followRow()
{
    connect(m_table->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        m_when->setVisible(now.isValid() && m_presenter.isChange(now.row()));
        if (now.isValid()) m_presenter.splitAt(now.row());
    });
}

QWidget* LogbookPage::comparison()
{
    auto* panel = frame("panel");
    panel->setFixedWidth(scaled(440));
    auto* right = column(panel, 18, 8);
    right->addWidget(label("Before and after", "heading"));
    m_title = label("", "title", true);
    m_sentence = label("", "", true);
    right->addWidget(m_title);
    right->addWidget(m_sentence);
    m_plot = new SeriesPlot;
    right->addWidget(m_plot, 1);
    right->addWidget(
        label("open ring: before · full disc: after · dashed: expected\nSelect a measurement to see its path, any "
              "other entry to split there.",
              "soft", true));
    auto* reportRow = new QHBoxLayout;
    reportRow->addWidget(button("Write report", "main", [this] { writeReport(); }));
    m_said = label("one page of HTML", "soft", true);
    reportRow->addWidget(m_said, 1);
    right->addLayout(reportRow);
    return panel;
}

LogbookPage::LogbookPage(app::LogbookPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    auto* left = new QVBoxLayout;
    left->setContentsMargins(20, 12, 20, 12);
    left->setSpacing(8);
    auto* tools = new QHBoxLayout;
    auto* filter = new QLineEdit;
    filter->setPlaceholderText("Type to find an entry");
    filter->setAccessibleName("Find an entry");
    filter->setClearButtonEnabled(true);
    auto* kind = new QComboBox;
    kind->addItems({"all kinds", "changes", "measurements", "notes", "conclusions"});
    kind->setAccessibleName("Kind of entry");
    tools->addWidget(label("Logbook", "title"));
    tools->addSpacing(12);
    tools->addWidget(filter, 1);
    tools->addWidget(kind);
    left->addLayout(tools);
    makeTable();
    left->addWidget(m_table, 1);
    left->addWidget(whenMade());
    followRow();
    auto* noteRow = new QHBoxLayout;
    m_note = new QLineEdit;
    m_note->setPlaceholderText("Add a note: what you saw, what you changed");
    m_note->setAccessibleName("New note");
    const auto write = [this] {
        if (m_presenter.writeNote(m_note->text())) m_note->clear();
    };
    noteRow->addWidget(m_note, 1);
    noteRow->addWidget(button("Write", "main", write));
    left->addLayout(noteRow);
    all->addLayout(left, 1);
    all->addWidget(comparison());

    connect(m_note, &QLineEdit::returnPressed, this, write);
    connect(filter, &QLineEdit::textChanged, &presenter, &app::LogbookPresenter::setFilter);
    connect(kind, &QComboBox::currentIndexChanged, this, [this](int index) {
        static constexpr logbook::EntryKind kKinds[] = {logbook::EntryKind::Change, logbook::EntryKind::Measurement,
                                                        logbook::EntryKind::Note, logbook::EntryKind::Diagnosis};
        m_presenter.setKind(index == 0 ? std::nullopt : std::optional(kKinds[index - 1]));
    });
    connect(&presenter, &app::LogbookPresenter::changed, this, &LogbookPage::refresh);
    refresh();
}

void LogbookPage::refresh()
{
    m_table->resizeColumnToContents(0);
    m_table->resizeColumnToContents(1);
    if (!m_table->currentIndex().isValid()) m_when->hide();
    m_title->setText(m_presenter.compareTitle());
    m_sentence->setText(m_presenter.compareSentence());
    std::vector<SeriesPlot::Point> points;
    for (const auto& point : m_presenter.points()) points.push_back({point.days, inGigabits(point.rate), !point.after});
    m_plot->show(points, {}, m_presenter.band(), "days since the first result", false);
}

void LogbookPage::writeReport()
{
    const QString name = QFileDialog::getSaveFileName(this, "Write the report", "report.html", "Pages (*.html)");
    if (name.isEmpty()) return;
    QFile file(name);
    const std::string page = m_presenter.reportHtml();
    const bool good = file.open(QIODevice::WriteOnly) &&
                      file.write(page.data(), static_cast<qint64>(page.size())) == static_cast<qint64>(page.size());
    m_said->setText(good ? "written to " + name : "cannot be written: check the folder and its rights");
}

}  // namespace sokudo::ui
