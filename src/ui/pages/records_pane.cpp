// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/records_pane.h"

#include <QDragEnterEvent>
#include <QFileDialog>
#include <QMimeData>
#include <QScrollArea>
#include <QTimer>

#include "app/qt_text.h"
#include "ui/pages/record_form.h"
#include "ui/pages/tables_pane.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::RecordsPresenter;
using app::toQt;

namespace {

template <class T>
bool isOf(const plan::Kind* kind)
{
    return kind == &plan::kindOf<T>();
}

}  // namespace

RecordsPane::RecordsPane(app::Document& document, app::Selection& selection, QWidget* parent)
    : QWidget(parent), m_presenter(document), m_rows(document), m_selection(selection)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(kinds());
    auto* middle = new QVBoxLayout;
    middle->setSpacing(0);
    middle->addWidget(head());
    m_rows.show(m_kind);
    m_table = new TablesPane(m_rows, {});
    middle->addWidget(m_table, 1);
    all->addLayout(middle, 1);
    m_side = new QScrollArea;
    m_side->setWidgetResizable(true);
    m_side->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* panel = frame("panel");
    column(panel, 0, 0)->addWidget(m_side);
    all->addWidget(panel);
    m_panel = panel;
    setAcceptDrops(true);
    connect(m_table, &TablesPane::rowShown, this, [this](const plan::Subject& subject) { showForm(subject, {}); });
    connect(&m_presenter, &RecordsPresenter::changed, this, &RecordsPane::refresh);
    connect(&m_presenter, &RecordsPresenter::pictureAdded, this,
            [this](const plan::Subject& subject) { QTimer::singleShot(0, this, [this, subject] { show(subject); }); });
    show(*m_kind);
}

QWidget* RecordsPane::kinds()
{
    auto* panel = frame("list");
    panel->setFixedWidth(isVeryLarge() ? 290 : scaled(190));
    auto* list = new ScrollColumn(12, 2);
    list->setAccessibleName("Kinds of records");
    column(panel, 0, 0)->addWidget(list);
    QVBoxLayout* all = &list->rows();
    for (const plan::Kind* kind : RecordsPresenter::kinds()) {
        auto* one = button(kind->title, "row", [this, kind] { show(*kind); });
        one->setCheckable(true);
        all->addWidget(one);
        m_kinds << one;
    }
    all->addStretch(1);
    return panel;
}

QWidget* RecordsPane::head()
{
    auto* head = new QWidget;
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(16, 10, 16, 0);
    auto* says = new QVBoxLayout;
    says->setSpacing(1);
    m_title = label("", "title");
    m_purpose = label("", "soft", true);
    says->addWidget(m_title);
    says->addWidget(m_purpose);
    row->addLayout(says, 1);
    m_picture = button("Add a picture …", "", [this] { choosePicture(); });
    row->addWidget(m_picture, 0, Qt::AlignBottom);
    row->addWidget(button("Add", "main", [this] { add(); }), 0, Qt::AlignBottom);
    return head;
}

void RecordsPane::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    m_panel->setFixedWidth(std::clamp(width() / 3, 340, scaled(340)));
}

void RecordsPane::refresh()
{
    for (int i = 0; i < m_kinds.size(); ++i) {
        const plan::Kind& kind = *RecordsPresenter::kinds()[static_cast<std::size_t>(i)];
        const int due = m_presenter.due(kind);
        m_kinds[i]->setText(QString("%1  %2%3")
                                .arg(kind.title)
                                .arg(m_presenter.count(kind))
                                .arg(due > 0 ? QString(" · %1 due").arg(due) : QString()));
        m_kinds[i]->setChecked(&kind == m_kind);
    }
    m_title->setText(m_kind->title);
    m_purpose->setText(m_kind->purpose);
    m_picture->setVisible(isOf<plan::Photo>(m_kind));
    m_picture->setEnabled(!m_presenter.isReadingPicture());
    m_picture->setText(m_presenter.isReadingPicture() ? "Reading …" : "Add a picture …");
}

void RecordsPane::show(const plan::Kind& kind)
{
    m_kind = &kind;
    m_table->show(&kind);
    refresh();
    showHint();
}

void RecordsPane::show(const plan::Subject& subject)
{
    const plan::Kind* kind = plan::kindNamed(subject.kind);
    if (!kind || !*kind->title) return;
    show(*kind);
    m_table->choose(subject);
    showForm(subject, {});
}

void RecordsPane::add()
{
    editline::RecordValues first;
    const auto about = selected();
    if (about && (isOf<plan::LooseEnd>(m_kind) || isOf<plan::Photo>(m_kind))) {
        const std::string name = about->kind + " ";
        const plan::Plan& plan = m_presenter.document().plan();
        if (about->kind == "run") first.emplace_back("about", name + plan.runs.find({about->id})->label);
        else if (about->kind == "port") first.emplace_back("about", name + plan::portText(plan, {about->id}));
        else first.emplace_back("about", name + plan.devices.find({about->id})->name);
    }
    if (about && about->kind == "device" && isOf<plan::Access>(m_kind))
        first.emplace_back("device", m_presenter.document().plan().devices.find({about->id})->name);
    showForm({m_kind->name, 0}, first);
}

void RecordsPane::showForm(const plan::Subject& subject, const editline::RecordValues& first)
{
    Form* form = recordForm(m_presenter, subject, first, [this](const plan::Subject& saved) {
        QTimer::singleShot(0, this, [this, saved] { m_table->choose(saved); });
    });
    connect(form, &Form::closed, this, [this] { QTimer::singleShot(0, this, &RecordsPane::showHint); });
    m_side->setWidget(form);
    if (auto* name = form->findChild<QLineEdit*>(); name && subject.id == 0) name->setFocus();
}

/// What to do here, where no record is open.
void RecordsPane::showHint()
{
    auto* page = new QWidget;
    auto* all = column(page, 18, 8);
    const bool isEmpty = m_presenter.count(*m_kind) == 0;
    all->addWidget(label(isEmpty ? "Nothing here yet" : "Choose a row to change it", "heading", true));
    all->addWidget(
        label(isEmpty ? m_kind->purpose : "Cells are changed in place too: type in one, or fill many with Ctrl+D.",
              "soft", true));
    if (isOf<plan::Photo>(m_kind))
        all->addWidget(
            label("Drop pictures here, or press “Add a picture”. They are copied into the house, made "
                  "smaller, and lose the position they were taken at. They are about what is selected in "
                  "the house.",
                  "soft", true));
    if (isEmpty) all->addWidget(button("Add the first", "main", [this] { add(); }), 0, Qt::AlignLeft);
    all->addStretch(1);
    m_side->setWidget(page);
}

/// What is selected in the house: new notes and pictures are about it.
std::optional<plan::Subject> RecordsPane::selected() const
{
    const plan::Plan& plan = m_presenter.document().plan();
    if (plan.ports.has(m_selection.port())) return plan::Subject{"port", m_selection.port().value};
    if (plan.devices.has(m_selection.device())) return plan::Subject{"device", m_selection.device().value};
    if (plan.runs.has(m_selection.run())) return plan::Subject{"run", m_selection.run().value};
    return std::nullopt;
}

void RecordsPane::choosePicture()
{
    const QStringList files =
        QFileDialog::getOpenFileNames(this, "Add pictures", {}, "Pictures (*.jpg *.jpeg *.png *.webp)");
    addPictures(files);
}

void RecordsPane::dragEnterEvent(QDragEnterEvent* event)
{
    static const QStringList kEndings{".jpg", ".jpeg", ".png", ".webp"};
    for (const QUrl& url : event->mimeData()->urls())
        for (const QString& ending : kEndings)
            if (url.isLocalFile() && url.path().endsWith(ending, Qt::CaseInsensitive)) event->acceptProposedAction();
}

void RecordsPane::dropEvent(QDropEvent* event)
{
    show(plan::kindOf<plan::Photo>());
    QStringList files;
    for (const QUrl& url : event->mimeData()->urls()) files << url.toLocalFile();
    addPictures(files);
    event->acceptProposedAction();
}

}  // namespace sokudo::ui
